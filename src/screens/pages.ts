import type { Role } from '@/core/people/roles'

/** A page of the application. One that is not listed here is not built: tests hold this list against the routes. */
export interface Page {
  /** Its address; what stands in brackets is filled in. */
  readonly address: string
  readonly name: string
  /** The least role that sees it; nobody: whoever comes to the door. */
  /** What it was called before: whoever looks for that finds it. */
  readonly was?: readonly string[]
  /** In the head of every page, where room is short. */
  readonly short?: string
  readonly least: Role | 'nobody'
  /** The key that leads to it after g, for pages of the head; quiet ones have the key alone. */
  readonly key?: string
  readonly quiet?: true
  /** For tests and pictures: an address of the demonstration, with the dog's name for its residency. */
  readonly sample: string
}

export const pages: readonly Page[] = [
  { address: '/', name: 'Wall', least: 'hand', key: 'w', sample: '/' },
  { address: '/locked', name: 'Wall of a locked device', least: 'nobody', sample: '/locked' },
  { address: '/coming', name: 'Calendar', was: ['Days'], least: 'hand', key: 'g', sample: '/coming' },
  { address: '/coming/another', name: 'Room for another', least: 'lead', sample: '/coming/another' },
  { address: '/bowls', name: 'Feeding', was: ['Bowls'], least: 'hand', key: 'f', sample: '/bowls' },
  { address: '/handoffs', name: 'Handoffs', least: 'hand', key: 'h', sample: '/handoffs' },
  { address: '/handoffs/match', name: 'Match all', least: 'trainer', quiet: true, sample: '/handoffs/match' },
  { address: '/curriculum', name: 'Curriculum', least: 'hand', key: 'c', sample: '/curriculum' },
  { address: '/method', name: 'Method', least: 'hand', key: 'm', sample: '/method' },
  {
    address: '/bench',
    name: 'Compare rules',
    short: 'Rules',
    was: ['Bench', 'Rule bench'],
    least: 'hand',
    key: 'b',
    sample: '/bench',
  },
  { address: '/dogs', name: 'Dogs that were here', least: 'hand', key: 'a', quiet: true, sample: '/dogs' },
  { address: '/dogs/new', name: 'New dog', least: 'trainer', key: 'd', sample: '/dogs/new' },
  { address: '/people/new', name: 'People', least: 'lead', key: 't', quiet: true, sample: '/people/new' },
  { address: '/forecasts', name: 'Forecasts', least: 'trainer', key: 'r', quiet: true, sample: '/forecasts' },
  { address: '/paper', name: 'Paper', least: 'hand', key: 'p', quiet: true, sample: '/paper' },
  { address: '/house', name: 'Settings', was: ['House', 'The house'], least: 'lead', key: 'o', sample: '/house' },
  { address: '/packages', name: 'Packages', least: 'lead', sample: '/packages' },
  { address: '/bowls/print', name: 'Feeding list', least: 'hand', sample: '/bowls/print' },
  { address: '/figures', name: 'House figures', least: 'hand', sample: '/figures' },
  { address: '/words', name: 'Cue words', least: 'hand', sample: '/words' },
  { address: '/renamed', name: 'Old and new words', least: 'hand', sample: '/renamed' },
  { address: '/curriculum/edit', name: 'Curriculum draft', least: 'lead', sample: '/curriculum/edit' },
  { address: '/dogs/table', name: 'Dogs from a table', least: 'trainer', sample: '/dogs/table' },
  { address: '/dogs/[residencyId]', name: 'Dog', least: 'hand', sample: '/dogs/Wren' },
  {
    address: '/dogs/[residencyId]/commands/[command]',
    name: 'Command',
    least: 'hand',
    sample: '/dogs/Mallet/commands/sit-stay',
  },
  { address: '/dogs/[residencyId]/report', name: 'Week’s report', least: 'hand', sample: '/dogs/Mallet/report' },
  { address: '/dogs/[residencyId]/food', name: 'Food', least: 'hand', sample: '/dogs/Siskin/food' },
  { address: '/dogs/[residencyId]/handoff', name: 'Handoff', least: 'hand', sample: '/dogs/Gimlet/handoff' },
  {
    address: '/dogs/[residencyId]/demonstration',
    name: 'Demonstration',
    least: 'hand',
    sample: '/dogs/Gimlet/demonstration',
  },
  {
    address: '/dogs/[residencyId]/demonstration/after',
    name: 'After',
    least: 'hand',
    sample: '/dogs/Gimlet/demonstration/after',
  },
  {
    address: '/dogs/[residencyId]/demonstration/booklet',
    name: 'Booklet',
    least: 'hand',
    sample: '/dogs/Lapwing/demonstration/booklet',
  },
  {
    address: '/dogs/[residencyId]/demonstration/live',
    name: 'Demonstration, live',
    least: 'trainer',
    sample: '/dogs/Gimlet/demonstration/live',
  },
  {
    address: '/dogs/[residencyId]/demonstration/rehearsal',
    name: 'Rehearsal',
    least: 'trainer',
    sample: '/dogs/Gimlet/demonstration/rehearsal',
  },
  { address: '/dogs/[residencyId]/intake', name: 'Intake', least: 'trainer', sample: '/dogs/Siskin/intake?step=words' },
  { address: '/dogs/[residencyId]/baseline', name: 'Baseline', least: 'trainer', sample: '/dogs/Siskin/baseline' },
  { address: '/dogs/[residencyId]/reward', name: 'Reward test', least: 'trainer', sample: '/dogs/Siskin/reward' },
  { address: '/dogs/[residencyId]/version', name: 'Version', least: 'lead', sample: '/dogs/Wren/version' },
  { address: '/dogs/[residencyId]/card', name: 'Door card', least: 'hand', sample: '/dogs/Siskin/card' },
  { address: '/dogs/[residencyId]/block', name: 'Block', least: 'hand', sample: '/dogs/Heron/block' },
  {
    address: '/dogs/[residencyId]/work/[command]',
    name: 'Work a command',
    least: 'hand',
    sample: '/dogs/Heron/work/down',
  },
  { address: '/sign-in', name: 'Door', least: 'nobody', sample: '/sign-in' },
  { address: '/timing', name: 'Timing', least: 'nobody', sample: '/timing' },
  { address: '/set-up', name: 'First lead', least: 'nobody', sample: '/set-up' },
]

/** Pages of the head, with their keys. */
/** The address of the page that somebody means by its name, of today or before; undefined for none. */
export function pageNamed(asked: string): string | undefined {
  const name = asked.trim().toLowerCase()
  return pages.find(
    (p) =>
      !p.address.includes('[') &&
      p.least !== 'nobody' &&
      [p.name, ...(p.short === undefined ? [] : [p.short]), ...(p.was ?? [])].some((n) => n.toLowerCase() === name),
  )?.address
}

export const headPages = pages.flatMap((p) =>
  p.key === undefined || p.least === 'nobody'
    ? []
    : [
        {
          href: p.address,
          name: p.name,
          short: p.short ?? p.name,
          key: p.key,
          least: p.least,
          quiet: p.quiet === true,
        },
      ],
)

/** The sample's address, once the residency of its dog is known. */
export const sampleAddress = (page: Page, residencyOf: (dog: string) => string): string =>
  page.sample.replace(/^\/dogs\/([A-Z][a-z]+)/, (_, dog: string) => `/dogs/${residencyOf(dog)}`)

const shapes = pages.map((p) => ({
  shape: new RegExp(`^${p.address.replace(/\[\w+\]/g, '[^/]+')}$`),
  least: p.least,
}))

/** The least role that sees the page at an address: a lead’s, where no such page is listed. */
export function leastAt(address: string): Role {
  const path = address.replace(/[?#].*$/, '')
  // Pages with a name of their own stand before those of which a part is filled in.
  const least = shapes.find((p) => p.shape.test(path))?.least ?? 'lead'
  return least === 'nobody' ? 'hand' : least
}
