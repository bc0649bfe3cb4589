/** Row numbers in order, those that follow each other as one stretch: “rows 2 to 5 and 7”. */
export function rowsText(rows: readonly number[]): string {
  const stretches: [number, number][] = []
  for (const row of rows) {
    const last = stretches.at(-1)
    if (last && row === last[1] + 1) last[1] = row
    else stretches.push([row, row])
  }
  const spans = stretches.map(([from, to]) =>
    from === to ? `${from}` : to === from + 1 ? `${from}, ${to}` : `${from} to ${to}`,
  )
  const all = spans.length > 1 ? `${spans.slice(0, -1).join(', ')} and ${spans.at(-1) ?? ''}` : spans.join('')
  return `${rows.length === 1 ? 'row' : 'rows'} ${all}`
}
