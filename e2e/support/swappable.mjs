/** Gives a way to put another database beneath this process, once no request to this server is under way. */
export function swappable(server) {
  let open = 0
  let drained = () => undefined
  server.prependListener('request', (_request, response) => {
    open++
    response.once('close', () => {
      open--
      if (open === 0) drained()
    })
  })
  return async (file) => {
    if (open > 0)
      await new Promise((done) => {
        drained = () => done(undefined)
      })
    globalThis.kibouDatabase?.close()
    globalThis.kibouDatabase = undefined
    process.env.KIBOU_DB = file
  }
}
