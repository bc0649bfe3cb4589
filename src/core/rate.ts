/** So many of something within so long, of each one who asks. */
export class Rate {
  private readonly taken = new Map<string, readonly number[]>()

  constructor(
    private readonly most: number,
    private readonly withinMs: number,
  ) {}

  /** Takes one at this moment (ms); false where these were too many. */
  take(key: string, now: number): boolean {
    for (const [other, times] of this.taken) if (!times.some((t) => this.counts(t, now))) this.taken.delete(other)
    const recent = (this.taken.get(key) ?? []).filter((t) => this.counts(t, now))
    if (recent.length >= this.most) return false
    this.taken.set(key, [...recent, now])
    return true
  }

  /** What was taken by a clock that has been put back since counts for nothing. */
  private counts = (time: number, now: number): boolean => time <= now && now - time < this.withinMs
}
