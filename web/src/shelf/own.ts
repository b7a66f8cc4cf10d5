import { ref } from 'vue'
import type { FieldErrors, Tools } from '@/api/client'
import { useSettings } from '@/settings/settings'

/** Keeps a change of the maker's own things now, or says why not; what was typed stays where it is. */
export function useOwn() {
  const { tools, keep } = useSettings()
  const errors = ref<FieldErrors>({})
  const said = ref('')
  /** It is on its way: whoever presses twice keeps it once. */
  const busy = ref(false)

  async function settle(change: (tools: Tools) => Tools): Promise<boolean> {
    if (busy.value) return false
    busy.value = true
    const reply = await keep(change)
    busy.value = false
    errors.value = reply.errors
    said.value = ''
    if (reply.away) {
      const why = reply.status === 503 ? reply.says : 'the server does not answer.'
      said.value = `Not kept: ${why} What you typed stays here.`
    } else if (!reply.kept) said.value = 'Not kept: something is to be put right.'
    return !!reply.kept
  }
  /** The errors of the one that is being typed, whatever its place in the list. */
  const wrong = (name: string) =>
    Object.entries(errors.value).find(([field]) => field.endsWith(`.${name}`))?.[1]
  return { tools, errors, said, busy, settle, wrong }
}
