import { createInterface } from 'node:readline'
import { stdin, stdout } from 'node:process'
import { answerCase } from '@/core/judge/answer'
import { Document } from './lib/document'

/**
 * Reads cases as JSON lines from standard input until their end and answers a line each, at once, so that a program can
 * converse with it. A case may also be written over several lines. No database, no server.
 */
const lines = createInterface({ input: stdin, crlfDelay: Number.POSITIVE_INFINITY, terminal: false })
const document = new Document()
const say = (answer: unknown): void => {
  stdout.write(`${JSON.stringify(answer)}\n`)
}

for await (const line of lines) {
  const text = document.take(line)
  if (text === undefined) continue
  try {
    say(answerCase(JSON.parse(text)))
  } catch (error) {
    say({
      ok: false,
      faults: [{ where: '', reason: error instanceof SyntaxError ? `not JSON: ${error.message}` : String(error) }],
    })
  }
}
const rest = document.rest()
if (rest !== '') say({ ok: false, faults: [{ where: '', reason: 'the last case is not closed' }] })
