import { createVuetify } from 'vuetify'
import { aliases, mdi } from 'vuetify/iconsets/mdi-svg'
import { local } from '@/kept/storage'

const KEY = 'yellow-parcel-theme'

const light = {
  background: '#f4eee2', surface: '#fdfaf3', primary: '#1f3a5f', secondary: '#8a6a2f', error: '#a8321f',
  warning: '#8a5a00', success: '#27613f', 'on-background': '#22303f', 'on-surface': '#22303f',
} // prettier-ignore
const dark = {
  background: '#141b24', surface: '#1c2530', primary: '#a9cbf3', secondary: '#d9b36a', error: '#ff9a86',
  warning: '#f0c05a', success: '#8fd0a8', 'on-background': '#e9e3d6', 'on-surface': '#e9e3d6',
} // prettier-ignore

function preferred(): 'light' | 'dark' {
  const kept = local.get(KEY)
  if (kept === 'light' || kept === 'dark') return kept
  return window.matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light'
}

export const vuetify = createVuetify({
  icons: { defaultSet: 'mdi', aliases, sets: { mdi } },
  theme: {
    defaultTheme: preferred(),
    themes: { light: { dark: false, colors: light }, dark: { dark: true, colors: dark } },
  },
  defaults: {
    VBtn: { variant: 'text', rounded: 'sm' },
    VTextField: { variant: 'outlined', density: 'compact', hideDetails: 'auto' },
    VSelect: { variant: 'outlined', density: 'compact', hideDetails: 'auto' },
    VAutocomplete: { variant: 'outlined', density: 'compact', hideDetails: 'auto' },
  },
})

export function toggleTheme() {
  const next = vuetify.theme.global.current.value.dark ? 'light' : 'dark'
  vuetify.theme.change(next)
  local.set(KEY, next)
}
