/** Runs when the process that started this one is gone, which it may be before anything was loaded here. */
export function whenParentGoes(run) {
  process.once('disconnect', run)
  if (process.connected === false) run()
}
