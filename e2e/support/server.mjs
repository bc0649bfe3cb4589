import { startFront } from '../../scripts/lib/front.mjs'
import { swappable } from './swappable.mjs'

/**
 * The product's own server with one more door, on its parent's channel: `{ swap: file }` puts another database beneath
 * both of its processes, once the requests under way have been answered. A production start has no such door.
 */
const { server, pages } = await startFront({ program: 'e2e/support/pages.mjs' })
const swap = swappable(server)

process.on('message', async (message) => {
  if (typeof message?.swap !== 'string') return
  const beneathPages = new Promise((done) => {
    pages.on('message', function hear(m) {
      if (m?.swapped !== message.swap) return
      pages.off('message', hear)
      done(undefined)
    })
  })
  pages.send(message)
  await Promise.all([swap(message.swap), beneathPages])
  process.send?.({ swapped: message.swap })
})
