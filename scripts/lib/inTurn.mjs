/** What is read as a page: no deed, which waits for nobody, and no file of the build. */
const isPage = ({ method, url }) => method === 'GET' && !/^\/(?:_next|api)\//.test(url)

/**
 * Pages drawn one after the other. Each is some tenth of a second of work that nothing interrupts; two of them begun
 * together are done in one stretch, in which the loop stands still for both. One that waits for something itself (a
 * thread, the database) lets the next one on after so many milliseconds.
 */
export function inTurn(handle, mostMs = 150) {
  const waiting = []
  let drawing = false

  function next() {
    const begin = waiting.shift()
    drawing = begin !== undefined
    begin?.()
  }

  return (request, response) => {
    if (!isPage(request)) return handle(request, response)
    const begin = () => {
      // Whoever went away meanwhile is drawn nothing.
      if (response.destroyed) return next()
      let passed = false
      const pass = () => {
        if (passed) return
        passed = true
        clearTimeout(late)
        // What else is due in the loop comes first.
        setImmediate(next)
      }
      const late = setTimeout(pass, mostMs)
      response.once('finish', pass)
      response.once('close', pass)
      handle(request, response)
    }
    if (drawing) waiting.push(begin)
    else {
      drawing = true
      begin()
    }
  }
}
