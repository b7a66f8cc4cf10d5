<script setup lang="ts">
import type { Plan, Post } from '@/api/client'
import type { Patch } from '@/job/merge'
import FigureText from '@/ui/FigureText.vue'

/** The same card sent another way, by the carrier that is looked at. */
const props = defineProps<{ others: Post[]; plan: Plan }>()
defineEmits<{ pick: [patch: Patch] }>()
const patchOf = (o: Post) =>
  o.patch ?? props.plan.blanks.find((b) => `${b.style}/${b.variant}` === o.piece)?.patch
</script>

<template>
  <section v-if="others.length" class="others" data-testid="other-pieces">
    <h2 class="small-caps">Sent another way</h2>
    <table>
      <tbody>
        <tr v-for="o in others" :key="o.piece">
          <td>
            <button v-if="patchOf(o)" class="plain-button name" @click="$emit('pick', patchOf(o)!)">
              {{ o.piece_name }}
            </button>
            <template v-else>{{ o.piece_name }}</template>
          </td>
          <td>{{ o.class_name || 'no class' }}</td>
          <td class="number"><FigureText prose :text="o.price_text" /></td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
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
.others {
  padding-top: 14px;
}
.name {
  text-decoration: underline;
  text-underline-offset: 3px;
}
.number,
.number :deep(.prose) {
  text-align: right;
  white-space: nowrap;
}
</style>
