import { server } from '../../scripts/pages.mjs'
import { swappable } from './swappable.mjs'

/** The pages, with the tests' further door. */
const swap = swappable(server)

process.on('message', async (message) => {
  if (typeof message?.swap !== 'string') return
  await swap(message.swap)
  process.send?.({ swapped: message.swap })
})
