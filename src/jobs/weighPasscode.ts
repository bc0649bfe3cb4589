import { z } from 'zod'
import { mostWords } from '@/core/people/guessable'
import { weighPasscode as weigh } from '@/work/actions/weighPasscode'
import { job } from './job'

/** How hard a passcode is to guess. */
export const weighPasscode = job({
  input: z.object({ passcode: z.string().max(128), words: z.array(z.string().max(200)).max(mostWords) }),
  run: (_, { passcode, words }) => weigh(passcode, words),
})
