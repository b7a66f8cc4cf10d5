import { useEventListener } from '@vueuse/core'
import { getCurrentInstance, h, render, type Ref } from 'vue'
import WorkSheet from './WorkSheet.vue'
import type { OpenJob } from '@/job/job'

/** Lays the work sheet into a place of the page as it is printed, by whatever key or button, and takes it out again. */
export function useWorkSheet(
  place: Ref<HTMLElement | null>,
  job: OpenJob,
  stations: { key: string; name: string }[],
) {
  const context = getCurrentInstance()?.appContext ?? null
  useEventListener(window, 'beforeprint', () => {
    if (!place.value || !job.job || !job.plan) return
    const sheet = h(WorkSheet, { job: job.job, plan: job.plan, held: job.held, stations })
    sheet.appContext = context
    // Drawn at once: the page goes to paper before the next round of drawing.
    render(sheet, place.value)
  })
  useEventListener(window, 'afterprint', () => {
    if (place.value) render(null, place.value)
  })
}
