<script setup lang="ts">
import { computed, type Ref } from 'vue'
import type { SaveState } from './saver'

/** What the lines say of a form. */
type Lines = {
  state: Readonly<Ref<SaveState>>
  says: Readonly<Ref<string>>
  recovered: Readonly<Ref<boolean>>
  sending: Readonly<Ref<boolean>>
  keepMine: () => void
  keepTheirs: () => void
}

/** How far what is typed into a form is kept, and what is in the way; it stands in the form itself. Quiet where its fields say what is wrong. */
const props = defineProps<{ of: Lines; quiet: boolean }>()
const { says, recovered, sending } = props.of
const state = computed(() => (props.quiet ? 'waiting' : props.of.state.value))
</script>

<template>
  <div class="lines" aria-live="polite">
    <p v-if="recovered" role="status" data-testid="form-recovered">
      What you typed before this was closed was not kept yet; it is back.
    </p>
    <p v-if="state === 'offline'" class="wrong" role="alert" data-testid="form-unsaved">
      Not kept yet: the server does not answer. What you typed stays here, and is tried again.
    </p>
    <p
      v-else-if="state === 'unable' || state === 'refused'"
      class="wrong"
      role="alert"
      data-testid="form-unsaved"
    >
      Not kept: {{ says }}
    </p>
    <p v-else-if="state === 'gone'" class="wrong" role="alert" data-testid="form-unsaved">
      Not kept: it was put aside elsewhere.
    </p>
    <div v-else-if="state === 'conflict'" class="wrong" role="alert" data-testid="form-conflict">
      It was changed elsewhere since you opened it.
      <v-btn size="small" variant="outlined" data-testid="form-mine" @click="of.keepMine()">Keep mine</v-btn>
      <v-btn size="small" variant="outlined" data-testid="form-theirs" @click="of.keepTheirs()"
        >Take theirs</v-btn
      >
    </div>
    <p v-else-if="sending" role="status">Keeping</p>
  </div>
</template>

<style scoped>
.lines {
  grid-column: 1 / -1;
  display: grid;
  gap: 6px;
  font-weight: 600;
}
.wrong {
  color: var(--stop);
}
</style>
