import { ref } from 'vue'
import type { Reply } from '@/api/client'
import { ownName } from '@/api/name'
import { pause } from '@/api/retry'
import { tell } from '@/app/notice'

/** Something that is done at a press: it is done once until it is answered, however often it is pressed. */
export function useBusy() {
  const busy = ref(false)
  async function once(press: () => Promise<unknown>) {
    if (busy.value) return
    busy.value = true
    try {
      await press()
    } finally {
      busy.value = false
    }
  }
  return { busy, once }
}

/** How often something is asked for again before it is said that it is not there. */
const TRIES = 4
/** What was asked for and not answered, and the name it is made under. */
const asked = new Map<string, string>()

/**
 * Creates something under a name of its own: where the answer is lost, or it is asked
 * for again later, it is under the same name, so that it is made once.
 */
export async function creating<T, E>(
  what: string,
  ask: (edit: string) => Promise<Reply<T, E>>,
): Promise<Reply<T, E>> {
  const edit = asked.get(what) ?? ownName()
  asked.set(what, edit)
  for (let tries = 1; ; tries++) {
    const reply = await ask(edit)
    if (!reply.away) asked.delete(what)
    if (!reply.away || tries === TRIES) return reply
    tell(`${reply.says} It is tried again.`)
    await pause()
  }
}
