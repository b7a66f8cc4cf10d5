import { watchDebounced } from '@vueuse/core'
import { computed, onBeforeUnmount, onMounted, ref, type Ref } from 'vue'
import { api, ask, type Summary } from '@/api/client'
import { retrying } from '@/api/retry'

/** How many jobs a part of the list has, and the most there are in one. */
const PART = 60
const MOST = 200
/** What was being worked out anew is looked at again after so long. */
const AGAIN = 600

/** Where the list goes on, out of an answer's link to the next part. */
function nextOf(response: Response): number {
  const link = /<([^>]*)>; rel="next"/.exec(response.headers.get('Link') ?? '')?.[1]
  return link ? Number(new URL(link, window.location.origin).searchParams.get('after')) : 0
}

/** The kept jobs that a search finds, part by part. */
export function jobList(search: Ref<string>) {
  const jobs = ref<Summary[]>()
  const failed = ref(false)
  const next = ref(0)
  const retry = retrying(() => void load())
  let asked = 0
  let again = 0

  async function part(after: number, most: number) {
    const mine = ++asked
    const query = { search: search.value, after, most }
    let on = 0
    const reply = await ask(
      api.GET('/api/v1/jobs', { params: { query } }).then((r) => {
        on = nextOf(r.response)
        return r
      }),
    )
    if (mine !== asked) return undefined
    failed.value = reply.away
    if (reply.away) retry.later()
    else retry.stop()
    if (reply.data) next.value = on
    return reply.data
  }
  /** Reads the list again, as far as it was read. */
  async function load() {
    window.clearTimeout(again)
    const read = await part(0, Math.min(MOST, Math.max(PART, jobs.value?.length ?? 0)))
    if (!read) return
    jobs.value = read
    if (read.some((j) => j.stale)) again = window.setTimeout(() => void load(), AGAIN)
  }
  /** Reads the next part. */
  async function more() {
    const read = await part(next.value, PART)
    if (!read) return
    const there = new Set(jobs.value?.map((j) => j.id))
    jobs.value = [...(jobs.value ?? []), ...read.filter((j) => !there.has(j.id))]
  }
  onMounted(load)
  onBeforeUnmount(() => {
    retry.stop()
    window.clearTimeout(again)
  })
  watchDebounced(search, load, { debounce: 150 })
  return { jobs, failed, load, more, goesOn: computed(() => next.value !== 0) }
}
