import { computed, ref } from 'vue'
import { useUsual } from '@/api/catalog'
import { useJob } from '@/job/job'
import { nest, type Patch } from '@/job/merge'

/** What every station needs: the job, its plan, the figure pointed at, and ways to change a field. */
export function useStation(key: string) {
  const jobs = useJob()
  const lit = ref('')
  const job = computed(() => there(jobs.job))
  const plan = computed(() => there(jobs.plan))
  const unit = computed<'in' | 'mm'>(() => ((job.value.unit ?? plan.value.unit) === 'mm' ? 'mm' : 'in'))
  const usual = useUsual(() => unit.value)
  const answers = computed(() => plan.value.answers.filter((a) => a.station === key))

  /** Changes one field as it is typed; an emptied field is taken away. */
  function type(path: string, text: string) {
    jobs.change(nest(path, text.trim() === '' ? null : text), path)
  }
  function pick(patch: Patch) {
    jobs.change(patch)
  }
  return { jobs, job, plan, unit, usual, answers, lit, type, pick }
}

/** A station is only shown once there is a job and a plan. */
function there<T>(value: T | undefined): T {
  if (value === undefined) throw new Error('a station was shown without its job')
  return value
}
