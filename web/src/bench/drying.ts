import { computed, type Ref } from 'vue'
import type { Making, Step } from '@/api/client'
import { useClock } from './screen'

/** Says until when something this step needs still dries; empty where nothing does. */
export function useDrying(making: Ref<Making | undefined>, step: Ref<Step | undefined>) {
  const now = useClock()
  return computed(() => {
    const keys = new Set(step.value?.handled.map((h) => h.key))
    const until = (making.value?.dries ?? [])
      .filter((d) => d.parts.some((p) => keys.has(p)))
      .map((d) => Date.parse(d.since) + d.minutes * 60_000)
    const last = Math.max(0, ...until)
    if (last <= now.value) return ''
    const at = new Date(last).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' })
    return `Still drying, until about ${at}.`
  })
}
