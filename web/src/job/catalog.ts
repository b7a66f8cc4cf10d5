import { ref } from 'vue'
import { api, type Catalog } from '@/api/client'

const catalog = ref<Catalog>()
let asked = false

/** The catalogue, fetched once; undefined until it is there. */
export function useCatalog() {
  if (!asked) {
    asked = true
    void load()
  }
  return catalog
}

async function load() {
  try {
    catalog.value = (await api.GET('/api/v1/catalog')).data
  } catch {
    window.setTimeout(() => void load(), 2000)
  }
}

/** What was fetched is out of date: it is fetched again, and shown as it was until then. */
export function forgetCatalog() {
  if (asked) void load()
}
