<script setup lang="ts">
import { useNotice } from './notice'
import StandingLines from './StandingLines.vue'

const notice = useNotice()
</script>

<template>
  <v-app>
    <a class="skip" href="#main">To the work</a>
    <StandingLines />
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
