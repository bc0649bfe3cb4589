/** Everything a form was sent with, so that nothing typed is lost when it comes back. */
export function typed(form: FormData): Record<string, readonly string[]> {
  const values: Record<string, string[]> = {}
  for (const [name, value] of form) if (typeof value === 'string' && !name.startsWith('$')) (values[name] ??= []).push(value)
  return values
}
