<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { api, ask, type Address } from '@/api/client'

/** How the bench gets onto a phone on the table. */
const at = ref<Address>()
onMounted(async () => {
  at.value = (await ask(api.GET('/api/v1/address'))).data
})
</script>

<template>
  <section v-if="at" data-testid="settings-phone">
    <h2>On a phone or tablet</h2>
    <template v-if="at.others.length">
      <p>Point its camera at the code; it asks for the passcode.</p>
      <div v-for="o in at.others" :key="o.url" class="reach">
        <svg
          :viewBox="`-2 -2 ${o.size + 4} ${o.size + 4}`"
          width="148"
          height="148"
          role="img"
          :aria-label="`Code for ${o.url}`"
          shape-rendering="crispEdges"
        >
          <rect x="-2" y="-2" :width="o.size + 4" :height="o.size + 4" fill="#fff" />
          <path :d="o.path" fill="#000" />
        </svg>
        <a :href="o.url" data-testid="phone-url">{{ o.url }}</a>
      </div>
      <p v-if="!at.secure">
        Without a secure line (https) a phone may put its screen to sleep at the bench; its own settings can
        keep it on.
      </p>
    </template>
    <template v-else>
      <p>
        Only this machine is answered. For others on the network, set a passcode of 8 letters or more and
        start it so:
      </p>
      <code data-testid="phone-how">{{ at.how }}</code>
    </template>
    <form v-if="at.passcode" method="post" action="/sign-out">
      <v-btn type="submit" variant="outlined" data-testid="sign-out">Sign out here</v-btn>
    </form>
  </section>
</template>

<style scoped src="./settings.css"></style>
<style scoped>
.reach {
  display: flex;
  align-items: center;
  gap: 16px;
  flex-wrap: wrap;
}
a {
  color: inherit;
}
code {
  overflow-wrap: anywhere;
  font-size: 14px;
}
</style>
