/** How far off something is, as it is said. */
export const bandWords = { 'over-15': 'over 15 m', '5-15': '5–15 m', 'under-5': 'under 5 m' } as const
