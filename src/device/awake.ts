/** Whether the screen stays on while a block is open. Browsers keep this for secure contexts. */
export const mayStayAwake = (): boolean => 'wakeLock' in navigator

/** Keeps the screen on until it is let go; takes it up again whenever the page comes back. */
export function keepAwake(): () => void {
  let lock: WakeLockSentinel | undefined
  let wanted = true
  const take = () => {
    if (!wanted || document.visibilityState !== 'visible' || !mayStayAwake()) return
    navigator.wakeLock.request('screen').then(
      (lock) => {
        lock = lock
        if (!wanted) void lock.release()
      },
      () => undefined,
    )
  }
  document.addEventListener('visibilitychange', take)
  take()
  return () => {
    wanted = false
    document.removeEventListener('visibilitychange', take)
    void lock?.release()
  }
}
