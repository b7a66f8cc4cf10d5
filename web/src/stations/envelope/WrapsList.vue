<script setup lang="ts">
import { api, ask, type Wrap } from '@/api/client'
import { useDerived } from '../derived'
import FigureText from '@/ui/FigureText.vue'

/** The other way round: the largest card the paper wraps, for every way of making an envelope. */
const emit = defineEmits<{ pick: [patch: NonNullable<Wrap['patch']>] }>()
const { found: wraps, failed } = useDerived(
  () => true,
  (body) => ask(api.POST('/api/v1/wraps', { body })),
)
</script>

<template>
  <p v-if="failed" class="quiet">The server does not answer; the list comes once it does.</p>
  <table v-else-if="wraps" data-testid="wraps">
    <thead>
      <tr>
        <th>Way of making it</th>
        <th>Largest card of these proportions</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="w in wraps" :key="w.name" :data-testid="`wrap-${w.style}-${w.variant}`">
        <td>{{ w.name }}</td>
        <td>
          <template v-if="w.largest">
            <button class="plain-button size" @click="w.patch && emit('pick', w.patch)">
              <FigureText :text="`${w.largest.width.text} × ${w.largest.height.text}`" />
            </button>
            <small v-if="w.takes.length">takes {{ w.takes.join(', ') }}</small>
          </template>
          <small v-else>{{ w.text }}</small>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped src="./table.css"></style>
<style scoped>
.size {
  font-weight: 700;
  font-size: 16px;
  color: var(--ink);
  text-decoration: underline;
  text-underline-offset: 3px;
}
small {
  display: block;
  color: var(--muted);
  font-size: 12.5px;
  line-height: 1.3;
}
.quiet {
  color: var(--muted);
}
</style>
