import { ref, watch } from 'vue'
import { useForm } from './form'

/**
 * The text of a field. What is being typed stays as typed; it is only taken anew
 * when what the form edits is changed from elsewhere.
 */
export function useTyped(value: () => string | undefined, typed: (text: string) => void) {
  const form = useForm()
  const text = ref(value() ?? '')
  watch(
    () => form.replaced,
    () => (text.value = value() ?? ''),
    { flush: 'post' },
  )
  function type(next: string) {
    text.value = next
    typed(next)
  }
  return { form, text, type }
}
