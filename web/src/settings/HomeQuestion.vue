<script setup lang="ts">
import { computed } from 'vue'
import { useLocal } from '@/kept/storage'
import { useCatalog } from '@/api/catalog'
import { useSettings } from './settings'

/** Where its maker posts from, asked once; it can be passed over, and changed in Settings. */
const catalog = useCatalog()
const { tools, liveAt } = useSettings()
const passed = useLocal('yellow-parcel-home-passed', false)
const asks = computed(() => !!tools.value && !tools.value.home && !passed.value)
</script>

<template>
  <section v-if="asks" class="home" data-testid="home-question" aria-labelledby="home-title">
    <h2 id="home-title">Where do you post from?</h2>
    <p>It sets the unit, the sheets and envelopes sold there, the post and the currency of new jobs.</p>
    <div class="choices">
      <button
        v-for="h in catalog?.homes ?? []"
        :key="h.id"
        class="plain-button choice"
        :data-testid="`home-${h.id}`"
        @click="liveAt(h.id)"
      >
        <strong>{{ h.name }}</strong> <small>{{ h.says }}</small>
      </button>
    </div>
    <v-btn size="small" variant="text" data-testid="home-later" @click="passed = true">Not now</v-btn>
  </section>
</template>

<style scoped>
.home {
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet);
  padding: 14px 18px 10px;
  text-align: left;
}
h2 {
  font-size: 17px;
  color: var(--ink);
}
p {
  color: var(--muted);
  font-size: 14px;
}
.choices {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(180px, 1fr));
  gap: 8px;
  padding: 10px 0 6px;
}
.choice {
  display: grid;
  border: 1px solid var(--rule);
  border-radius: 4px;
  padding: 8px 12px;
  text-align: left;
  color: var(--ink);
}
.choice:hover {
  background: color-mix(in srgb, var(--parcel) 26%, transparent);
}
small {
  color: var(--muted);
  font-size: 13px;
}
</style>
