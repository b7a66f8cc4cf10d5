<script setup lang="ts">
import { mdiAlert } from '@mdi/js'
import { useStanding } from './standing'
import { useKeptHere } from '@/kept/unsent'

/** What every screen says of how what is kept stands; nothing where all is well. */
const lines = useStanding()
const here = useKeptHere()
</script>

<template>
  <aside v-if="lines.length || here" class="standing" role="alert" data-testid="standing">
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
  position: sticky;
  top: 0;
  z-index: 30;
  padding: 8px 28px;
  color: var(--on-parcel);
  background: var(--parcel);
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
