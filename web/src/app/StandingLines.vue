<script setup lang="ts">
import { mdiAlert } from '@mdi/js'
import { useResizeObserver } from '@vueuse/core'
import { useTemplateRef, watch } from 'vue'
import { useStanding } from './standing'
import { useKeptHere } from '@/kept/unsent'

/** What every screen says of how what is kept stands; nothing where all is well. */
const lines = useStanding()
const here = useKeptHere()

/** Views as high as the window leave room for it. */
const box = useTemplateRef('box')
useResizeObserver(box, () =>
  document.documentElement.style.setProperty('--standing', `${box.value?.offsetHeight ?? 0}px`),
)
watch(box, (there) => !there && document.documentElement.style.removeProperty('--standing'))
</script>

<template>
  <aside v-if="lines.length || here" ref="box" class="standing" role="alert" data-testid="standing">
    <p v-for="line in lines" :key="line.code">
      <v-icon :icon="mdiAlert" size="20" aria-hidden="true" />
      <span>
        {{ line.text }}
        <code v-for="one in line.how ?? []" :key="one">{{ one }}</code>
      </span>
    </p>
    <p v-if="here">
      <v-icon :icon="mdiAlert" size="20" aria-hidden="true" /><span>{{ here }}</span>
    </p>
  </aside>
</template>

<style scoped>
.standing {
  padding: 8px 28px;
  color: var(--sheet);
  background: var(--stop);
  font-weight: 600;
}
p {
  display: flex;
  gap: 10px;
  align-items: start;
  margin: 2px 0;
}
code {
  display: block;
  overflow-wrap: anywhere;
  font-size: 14px;
  font-weight: 400;
}
@media (max-width: 700px) {
  .standing {
    padding: 8px 10px;
    font-size: 14px;
  }
}
@media print {
  .standing {
    display: none;
  }
}
</style>
