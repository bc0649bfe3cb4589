export function stolenSoFar(): readonly number[]
export function stolenSince(then: readonly number[], now?: readonly number[]): number
