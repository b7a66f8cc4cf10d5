import { ref } from 'vue'
import type { Reply } from '@/api/client'

const text = ref('')

/** One sentence at the foot of the screen, until it is read. */
export function useNotice() {
  return text
}

export function tell(sentence: string) {
  text.value = sentence
}

/** Says what did not work and why; gives whether it did. */
export function worked(what: string, reply: Pick<Reply<unknown, unknown>, 'says'>): boolean {
  if (reply.says) tell(`${what} ${reply.says} Nothing was changed.`)
  return !reply.says
}
