<script setup lang="ts">
import { defineAsyncComponent, onMounted, ref } from 'vue'
import { useNotice } from './notice'

/** Comes once the page stands: it is not what a maker waits for. */
const StandingLines = defineAsyncComponent(() => import('./StandingLines.vue'))
const stands = ref(false)
onMounted(() => window.setTimeout(() => (stands.value = true), 300))

const notice = useNotice()
</script>

<template>
  <v-app>
    <a class="skip" href="#main">To the work</a>
    <StandingLines v-if="stands" />
    <router-view />
    <v-snackbar
      :model-value="!!notice"
      :timeout="12000"
      @update:model-value="(open: boolean) => !open && (notice = '')"
    >
      <span role="alert" data-testid="notice">{{ notice }}</span>
      <template #actions><v-btn @click="notice = ''">Read</v-btn></template>
    </v-snackbar>
  </v-app>
</template>

<style scoped>
.skip {
  position: absolute;
  left: 8px;
  top: -60px;
  z-index: 20;
  padding: 8px 14px;
  background: var(--parcel);
  color: var(--on-parcel);
  font-weight: 700;
}
.skip:focus {
  top: 8px;
}
</style>
