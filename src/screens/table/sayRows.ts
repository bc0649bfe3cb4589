/** Row numbers in order, those that follow each other as one stretch: “rows 2 to 5 and 7”. */
export function sayRows(rows: readonly number[]): string {
  const stretches: [number, number][] = []
  for (const row of rows) {
    const last = stretches.at(-1)
    if (last && row === last[1] + 1) last[1] = row
    else stretches.push([row, row])
  }
  const said = stretches.map(([from, to]) =>
    from === to ? `${from}` : to === from + 1 ? `${from}, ${to}` : `${from} to ${to}`,
  )
  const all = said.length > 1 ? `${said.slice(0, -1).join(', ')} and ${said.at(-1) ?? ''}` : said.join('')
  return `${rows.length === 1 ? 'row' : 'rows'} ${all}`
}
