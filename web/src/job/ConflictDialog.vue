<script setup lang="ts">
import { useJob } from './job'

/** A job that was kept elsewhere since it was opened here: which to keep is for the maker to say. */
const jobs = useJob()
</script>

<template>
  <v-dialog
    :model-value="jobs.save === 'conflict'"
    persistent
    max-width="560"
    aria-labelledby="conflict-title"
  >
    <v-card v-if="jobs.theirs" class="over" data-testid="conflict">
      <h2 id="conflict-title">This job was changed elsewhere</h2>
      <p>
        Someone, or another window, saved it after you opened it. Nothing is lost yet: choose which to keep.
      </p>
      <div class="both">
        <div>
          <strong>Yours</strong>
          <p>{{ jobs.job?.title || 'No title' }}</p>
        </div>
        <div>
          <strong>Theirs</strong>
          <p>{{ jobs.theirs.doc.title || 'No title' }}</p>
          <small>saved {{ new Date(jobs.theirs.updated ?? '').toLocaleString() }}</small>
        </div>
      </div>
      <div class="both">
        <v-btn variant="outlined" data-testid="keep-mine" @click="jobs.keepMine">Keep mine</v-btn>
        <v-btn variant="outlined" data-testid="keep-theirs" @click="jobs.keepTheirs"
          >Take theirs; undo brings mine back</v-btn
        >
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.both {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(200px, 1fr));
  gap: 16px;
  margin-top: 14px;
}
.both :deep(.v-btn__content) {
  white-space: normal;
}
</style>
