/** Puts lines together until what was opened in them is closed: one JSON document, however many lines it takes. */
export class Document {
  private text = ''
  private depth = 0
  private inString = false

  /** Takes a line; gives the document that it closes, or undefined while it is open, and for an empty line. */
  take(line: string): string | undefined {
    if (this.text === '' && line.trim() === '') return undefined
    this.text += this.text === '' ? line : `\n${line}`
    for (let i = 0; i < line.length; i++) {
      const c = line[i]
      if (this.inString) {
        if (c === '\\') i++
        else if (c === '"') this.inString = false
      } else if (c === '"') this.inString = true
      else if (c === '{' || c === '[') this.depth++
      else if (c === '}' || c === ']') this.depth--
    }
    // A string never runs over the end of a line: what is open then is no JSON, and is told at once.
    if (this.depth > 0 && !this.inString) return undefined
    const whole = this.text
    this.reset()
    return whole
  }

  /** What is left open; empty when nothing is. */
  rest(): string {
    const open = this.text
    this.reset()
    return open
  }

  private reset(): void {
    this.text = ''
    this.depth = 0
    this.inString = false
  }
}
