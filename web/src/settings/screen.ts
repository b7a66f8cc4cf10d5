import { ref } from 'vue'
import { local } from '@/kept/storage'

const KEY = 'yellow-parcel-screen'
/** What a screen shows to a millimetre when nobody has measured it: 96 pixels to the inch. */
const ASSUMED = 96 / 25.4

function kept() {
  const v = Number(local.get(KEY))
  return v > 1 && v < 40 ? v : undefined
}

const measured = ref(kept())

/** How many pixels this screen shows to a millimetre, found out once against a standard bank card. */
export function useScreen() {
  function calibrate(pixels: number) {
    measured.value = pixels
    local.set(KEY, String(pixels))
  }
  return { measured, assumed: ASSUMED, calibrate }
}
