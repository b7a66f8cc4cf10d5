import { onScopeDispose, ref } from 'vue'

/** Keeps the screen on while this is open; false where the browser cannot. The lock is lost whenever the page is out of sight. */
export function useAwake() {
  const can = 'wakeLock' in navigator
  let lock: WakeLockSentinel | undefined
  const hold = () => {
    if (document.visibilityState !== 'visible') return
    navigator.wakeLock.request('screen').then(
      (held) => (lock = held),
      () => undefined, // the battery is low, or it is not wanted: it sleeps as ever
    )
  }
  if (can) {
    hold()
    document.addEventListener('visibilitychange', hold)
    onScopeDispose(() => {
      document.removeEventListener('visibilitychange', hold)
      void lock?.release()
    })
  }
  return can
}

/** The time, as often as a clock on the wall is looked at. */
export function useClock() {
  const now = ref(Date.now())
  const timer = window.setInterval(() => (now.value = Date.now()), 5000)
  onScopeDispose(() => window.clearInterval(timer))
  return now
}
