import type { Reply } from './client'

const AFTER = 2000

/** Does something again a while after the server did not answer; at once when the line is back. */
export function retrying(run: () => void) {
  let timer = 0
  const again = () => {
    stop()
    run()
  }
  function stop() {
    window.clearTimeout(timer)
    window.removeEventListener('online', again)
  }
  function later() {
    stop()
    timer = window.setTimeout(again, AFTER)
    window.addEventListener('online', again)
  }
  return { later, stop }
}

/** Waits before trying again. */
export const pause = () => new Promise<void>((go) => retrying(go).later())

/** Asks until there is an answer, or nobody waits for it any more; every reply is told, the missing ones too. */
export async function untilAnswered<T, E>(
  asking: () => Promise<Reply<T, E>>,
  told: (reply: Reply<T, E>) => void,
  over = () => false,
) {
  for (;;) {
    const reply = await asking()
    told(reply)
    if (!reply.away || over()) return
    await pause()
  }
}
