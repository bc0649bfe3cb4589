/** What begins with the server and ends with it: the clock of the house, and the threads for heavy work. */
export async function register(): Promise<void> {
  if (process.env['NEXT_RUNTIME'] !== 'nodejs' || !process.env['KIBOU_DB']) return
  const { startHouse } = await import('./jobs/house')
  startHouse()
}
