import { useLocal } from '@/kept/storage'
import { watch, type Ref } from 'vue'
import type { Step } from '@/api/client'

/** Reads each step aloud with the browser's own voice, where there is one and it is asked for. */
export function useVoice(step: Ref<Step | undefined>) {
  const can = 'speechSynthesis' in window
  const on = useLocal('yellow-parcel-voice', false)
  function say() {
    if (!can) return
    window.speechSynthesis.cancel()
    const s = step.value
    if (!on.value || !s) return
    const text = [s.text, s.figure?.text, ...s.details].filter(Boolean).join(', ')
    window.speechSynthesis.speak(new SpeechSynthesisUtterance(text))
  }
  watch([() => step.value?.id, on], say)
  return { can, on }
}
