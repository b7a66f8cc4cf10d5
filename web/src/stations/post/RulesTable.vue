<script setup lang="ts">
import { mdiAlertOctagon, mdiCheckBold, mdiEyeOutline } from '@mdi/js'
import type { Post } from '@/api/client'
import FigureText from '@/ui/FigureText.vue'

/** Every rule a carrier has about this piece, with the figure and the limit. */
defineProps<{ post: Post }>()
const icons: { [s: string]: string } = { pass: mdiCheckBold, refused: mdiAlertOctagon }
</script>

<template>
  <div class="rules" data-testid="rules">
    <h2 class="small-caps">{{ post.name }}: every rule, figure and limit</h2>
    <table>
      <tbody>
        <tr v-for="(c, i) in post.checks" :key="i" :class="c.state">
          <td><v-icon :icon="icons[c.state] ?? mdiEyeOutline" size="14" /></td>
          <td class="code">{{ c.code }}</td>
          <td><FigureText prose :text="c.value" /></td>
          <td class="limit">limit <FigureText prose :text="c.limit" />{{ c.unsure ? ' (check)' : '' }}</td>
          <td><FigureText prose :text="c.text" /></td>
        </tr>
      </tbody>
    </table>
    <p v-if="post.counter" class="counter">{{ post.counter }}</p>
  </div>
</template>

<style scoped>
.rules {
  padding-top: 8px;
}
table {
  width: 100%;
  border-collapse: collapse;
  font-size: 13.5px;
}
td {
  padding: 2px 8px 2px 0;
  border-bottom: 1px solid var(--rule);
  vertical-align: top;
}
.code {
  font-weight: 600;
}
.limit {
  color: var(--muted);
  white-space: nowrap;
}
.counter {
  font-size: 13px;
  color: var(--muted);
  padding-top: 4px;
}
tr.pass td:first-child {
  color: var(--good);
}
tr.refused td:first-child {
  color: var(--stop);
}
tr.check td:first-child,
tr.surcharge td:first-child {
  color: var(--look);
}
</style>
