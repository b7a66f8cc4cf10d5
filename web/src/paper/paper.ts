import { useEventListener } from '@vueuse/core'
import { getCurrentInstance, h, render, type Component, type Ref } from 'vue'

/**
 * Lays a sheet into a place of the page as it is printed, by whatever key or button, and takes it out again.
 * It is fetched beside the page, so that the page need not wait for it.
 */
export function usePaper(
  place: Ref<HTMLElement | null>,
  fetched: Promise<{ default: Component }>,
  of: () => object | undefined,
) {
  const context = getCurrentInstance()?.appContext ?? null
  let sheet: Component | undefined
  void fetched.then((file) => (sheet = file.default))
  useEventListener(window, 'beforeprint', () => {
    const props = of()
    if (!place.value || !props || !sheet) return
    const made = h(sheet, props)
    made.appContext = context
    // Drawn at once: the page goes to paper before the next round of drawing.
    render(made, place.value)
  })
  useEventListener(window, 'afterprint', () => {
    if (place.value) render(null, place.value)
  })
}
