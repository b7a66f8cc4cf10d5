import { ref } from 'vue'
import { api, ask, type FieldErrors, type LogEntry, type LogRecord } from '@/api/client'
import { ownName } from '@/api/name'

/** Keeps an entry, a new one where it has no record yet; says what is wrong with it by field. */
export function useKeeping() {
  const errors = ref<FieldErrors>({})
  const says = ref('')
  async function keep(entry: LogEntry, record?: LogRecord): Promise<LogRecord | undefined> {
    const edit = ownName()
    const reply = record
      ? await ask(
          api.PUT('/api/v1/log/{id}', {
            params: { path: { id: record.id }, query: { revision: record.revision, edit } },
            body: entry,
          }),
        )
      : await ask(api.POST('/api/v1/log', { params: { query: { edit } }, body: entry }))
    errors.value = reply.errors
    says.value = reply.data ? '' : reply.says
    return reply.data
  }
  return { errors, says, keep }
}
