import { api, ask, type Making } from '@/api/client'
import { fileName, takeFile } from '@/api/files'
import { worked } from '@/app/notice'

/** The making's steps on paper. */
export async function takeSheet(making: Making) {
  const params = { path: { id: making.id } }
  const reply = await ask(api.GET('/api/v1/makings/{id}/sheet', { params, parseAs: 'blob' }))
  if (worked('There is no sheet.', reply))
    takeFile(reply.data as unknown as Blob, `${fileName(making.title)}-bench.pdf`)
}
