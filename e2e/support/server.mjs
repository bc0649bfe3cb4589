import { server } from '../../scripts/server.mjs'

/**
 * The product's own server with one more door, on its parent's channel: `{ swap: file }` puts another database beneath
 * it once the requests under way have been answered. A production start runs scripts/server.mjs and has no such door.
 */
let open = 0
let drained = () => undefined
server.prependListener('request', (_request, response) => {
  open++
  response.once('close', () => {
    open--
    if (open === 0) drained()
  })
})

process.on('message', async (message) => {
  if (typeof message?.swap !== 'string') return
  if (open > 0)
    await new Promise((done) => {
      drained = () => done(undefined)
    })
  globalThis.kibouDatabase?.close()
  globalThis.kibouDatabase = undefined
  process.env.KIBOU_DB = message.swap
  process.send?.({ swapped: message.swap })
})
