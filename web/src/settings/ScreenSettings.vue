<script setup lang="ts">
import { ref } from 'vue'
import { useScreen } from './screen'

/** How large this screen shows things, found out against a bank card. */
const CARD = 85.6 // a bank card's width in millimetres (ID-1)
const screen = useScreen()
const pixels = ref((screen.measured.value ?? screen.assumed) * CARD)
</script>

<template>
  <section>
    <h2>This screen</h2>
    <p>
      Hold a bank card to the screen and move the slider until the picture is just as wide. Then life size is
      true.
    </p>
    <div class="bank-card" :style="{ width: `${pixels}px`, height: `${(pixels * 53.98) / CARD}px` }">
      <span>85.6 mm</span>
    </div>
    <input
      v-model.number="pixels"
      type="range"
      min="160"
      max="700"
      step="0.5"
      aria-label="Width of the picture"
      data-testid="screen-slider"
      @change="screen.calibrate(pixels / CARD)"
    />
    <p>
      {{
        screen.measured.value ? 'This screen is set up.' : 'Not set up yet: 96 dots to the inch are assumed.'
      }}
    </p>
  </section>
</template>

<style scoped src="./settings.css"></style>
