<script setup lang="ts">
/** Two thirds drawing, one third what the station asks and answers. */
defineProps<{ title: string }>()
</script>

<template>
  <main class="station">
    <section class="board" :aria-label="`Drawing: ${title}`">
      <div class="caption">
        <h1>{{ title }}</h1>
        <slot name="tools" />
      </div>
      <div class="drawing"><slot name="drawing" /></div>
      <slot name="below" />
    </section>
    <aside class="side">
      <div class="say no-print"><slot name="say" /></div>
      <slot name="list" />
    </aside>
  </main>
</template>

<style scoped>
.station {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 410px;
  min-height: 0;
}
.board {
  display: flex;
  flex-direction: column;
  min-height: 0;
  min-width: 0;
  background:
    linear-gradient(var(--grid) 1px, transparent 1px) 0 0 / 24px 24px,
    linear-gradient(90deg, var(--grid) 1px, transparent 1px) 0 0 / 24px 24px,
    var(--sheet);
  border-right: 1px solid var(--rule);
}
.caption {
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 8px 18px 0;
  min-height: 44px;
  flex-wrap: wrap;
}
h1 {
  font-size: 17px;
  font-weight: 700;
  color: var(--ink);
  margin-right: auto;
}
.drawing {
  flex: 1;
  min-height: 0;
  padding: 4px 18px 12px;
}
.side {
  overflow-y: auto;
  padding: 14px 18px;
  min-height: 0;
}
.say {
  display: grid;
  gap: 9px;
  margin-bottom: 12px;
}
@media (max-width: 900px) {
  .station {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: 54% 1fr;
  }
  .board {
    border-right: 0;
    border-bottom: 1px solid var(--rule);
  }
}
@media print {
  .station {
    display: block;
  }
  .drawing {
    height: 380px;
  }
  .board {
    background: none;
    border: 0;
  }
}
</style>
