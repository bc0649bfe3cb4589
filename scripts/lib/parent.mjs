/**
 * Runs when this process is to leave: its parent says so, or is gone, which it may be before anything was loaded here.
 */
export function whenToLeave(run) {
  process.on('message', (m) => {
    if (m === 'stop') run()
  })
  process.once('disconnect', run)
  if (process.connected === false) run()
}
