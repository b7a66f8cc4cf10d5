import { onBeforeUnmount, ref, shallowRef, watch } from 'vue'
import type { Job, Reply } from '@/api/client'
import { retrying } from '@/api/retry'
import { useJob } from '@/job/job'

/** Something more the server works out of the job: asked for while it is shown, whenever the plan changes, and again when there was no answer. */
export function useDerived<T>(shown: () => boolean, of: (job: Job) => Promise<Reply<T, unknown>>) {
  const jobs = useJob()
  const found = shallowRef<T>()
  const failed = ref(false)
  const retry = retrying(() => void look())
  let asked = 0

  async function look() {
    const mine = ++asked
    retry.stop()
    if (!shown() || !jobs.job || !jobs.fresh) return
    const reply = await of(jobs.job)
    if (mine !== asked) return
    failed.value = reply.away
    if (reply.data) found.value = reply.data
    if (reply.away) retry.later()
  }
  watch([shown, () => jobs.plan, () => jobs.fresh], () => void look(), { immediate: true })
  onBeforeUnmount(() => {
    asked++
    retry.stop()
  })
  return { found, failed }
}
