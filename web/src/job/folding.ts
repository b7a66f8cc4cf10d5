import { ref, watch } from 'vue'
import { api, type Folding } from '@/api/client'
import { useJob } from './job'

/** The job's blank folded step by step, asked for while it is shown and whenever the plan changes. */
export function useFolding(shown: () => boolean) {
  const jobs = useJob()
  const folding = ref<Folding>()
  const failed = ref(false)
  let asked = 0

  async function ask() {
    const mine = ++asked
    if (!shown() || !jobs.job) return
    try {
      const { data } = await api.POST('/api/v1/folding', { body: jobs.job })
      if (mine === asked && data) folding.value = data
      failed.value = false
    } catch {
      failed.value = true
    }
  }
  watch([shown, () => jobs.plan], () => void ask(), { immediate: true })
  return { folding, failed }
}
