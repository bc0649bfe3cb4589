import type { ZxcvbnFactory } from '@zxcvbn-ts/core'
import { mostWeighed } from '@/core/people/guessable'

/**
 * How hard a passcode is to guess, from 0 (too guessable) to 4 (very unguessable), where somebody knows these words;
 * undefined where it cannot be weighed now.
 */
export type WeighPasscode = (passcode: string, words: readonly string[]) => Promise<number | undefined>

let library: Promise<ZxcvbnFactory> | undefined

/** Its lists are several megabytes: they are read when the first passcode is weighed, and by no page. */
async function load(): Promise<ZxcvbnFactory> {
  const [{ ZxcvbnFactory }, common, english] = await Promise.all([
    import('@zxcvbn-ts/core'),
    import('@zxcvbn-ts/language-common'),
    import('@zxcvbn-ts/language-en'),
  ])
  return new ZxcvbnFactory({
    dictionary: { ...common.dictionary, ...english.dictionary },
    graphs: common.adjacencyGraphs,
    maxLength: mostWeighed,
  })
}

/** Weighs a passcode in this thread, up to half a second: for a thread of its own. */
export async function weighPasscode(passcode: string, words: readonly string[]): Promise<number> {
  library ??= load()
  return (await library).check(passcode.slice(0, mostWeighed), [...words]).score
}
