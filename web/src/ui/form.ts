import { inject, provide, reactive, type InjectionKey } from 'vue'
import type { FieldErrors } from '@/api/client'

/** What the fields of a form share, whatever it edits. */
export type Form = {
  /** What is wrong, by field. */
  errors: FieldErrors
  /** Counts changes that did not come from a field, so that fields take their new text. */
  replaced: number
  unit: 'in' | 'mm'
  ruler?: string
  /** A field to go to. */
  sought: string
}

const key: InjectionKey<Form> = Symbol('the form round a field')
const none = (): Form => reactive({ errors: {}, replaced: 0, unit: 'in', sought: '' })

export const provideForm = (form: Form) => provide(key, form)
export const useForm = (): Form => inject(key, none, true)
