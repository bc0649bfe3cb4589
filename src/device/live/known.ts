/** What is known now, whatever of it is drawn yet: a tap is judged by it, and what must be seen at once reads it. */
export class Known<T> {
  private readonly readers = new Set<() => void>()

  constructor(private current: T) {}

  readonly now = (): T => this.current

  /** Makes what is known another thing and tells its readers; gives the new one. */
  readonly change = (to: (now: T) => T): T => {
    this.current = to(this.current)
    for (const read of this.readers) read()
    return this.current
  }

  readonly subscribe = (read: () => void): (() => void) => {
    this.readers.add(read)
    return () => this.readers.delete(read)
  }
}
