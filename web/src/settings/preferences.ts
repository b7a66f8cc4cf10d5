import { useLocal } from '@/kept/storage'

const shortcuts = useLocal('yellow-parcel-shortcuts', true)
const instruments = useLocal('yellow-parcel-instruments', false)

/** What holds for this browser alone. */
export function usePreferences() {
  return {
    /** Whether single keys jump to stations. */
    shortcuts,
    /** Whether the simulated scale and caliper are at hand. */
    instruments,
  }
}
