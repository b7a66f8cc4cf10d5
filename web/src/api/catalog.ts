import { computed, ref } from 'vue'
import { api, ask, type Catalog, type Usual } from './client'
import { untilAnswered } from './retry'

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

function load() {
  return untilAnswered(
    () => ask(api.GET('/api/v1/catalog')),
    (reply) => (catalog.value = reply.data ?? catalog.value),
  )
}

/** What is taken where a job in a unit does not say. */
export function useUsual(unit: () => 'in' | 'mm') {
  const catalog = useCatalog()
  return computed<Partial<Usual>>(() => catalog.value?.usual.find((u) => u.unit === unit()) ?? {})
}

/** What was fetched is out of date: it is fetched again, and shown as it was until then. */
export function forgetCatalog() {
  if (asked) void load()
}
