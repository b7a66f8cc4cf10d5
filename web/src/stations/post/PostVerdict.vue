<script setup lang="ts">
import type { Post } from '@/api/client'
import FigureText from '@/ui/FigureText.vue'
import StateMark from '@/ui/StateMark.vue'

/** What a carrier makes of the piece: class, price and its date, and why. */
defineProps<{ post: Post }>()
const states: { [verdict: string]: string } = { pass: 'good', refused: 'stop' }
const stateOf = (verdict: string) => states[verdict] ?? 'look'
</script>

<template>
  <section class="verdict" :class="stateOf(post.verdict)" data-testid="verdict">
    <div class="head">
      <span class="class">{{ post.class_name || 'No class' }}</span>
      <StateMark :state="stateOf(post.verdict)" :word="post.word" />
      <span class="price"
        ><FigureText :text="post.price_text" /><small v-if="post.unsure" class="unsure">check</small></span
      >
    </div>
    <p>{{ post.text }}</p>
    <p v-for="r in post.reasons" :key="r.text" class="reason"><FigureText prose :text="r.text" /></p>
    <p v-if="post.others.length" class="dated">
      <template v-if="post.service">{{ post.service }}; </template>
      <template v-for="(o, i) in post.others" :key="o.name"
        >{{ i ? ', ' : '' }}{{ o.name }} <FigureText prose :text="o.price" />{{
          o.unsure ? ' (check)' : ''
        }}</template
      >.
    </p>
    <p v-if="post.stale" class="stale" data-testid="stale">{{ post.stale }}</p>
    <p class="dated">
      <template v-if="post.dated"
        >Prices from {{ post.dated }}<template v-if="post.doubt">; {{ post.doubt }}</template
        >. </template
      >Rules as stated {{ post.stated }}{{ post.own ? ', your own copy' : '' }}. {{ post.notice }}
      <router-link :to="{ name: 'carriers', params: { id: post.carrier } }">See the rules</router-link>
    </p>
  </section>
</template>

<style scoped>
.verdict {
  border: 1.5px solid var(--good);
  border-radius: 4px;
  padding: 10px 12px;
  margin-bottom: 12px;
  background: var(--sheet);
}
.verdict.look {
  border-color: var(--look);
}
.verdict.stop {
  border-color: var(--stop);
}
.head {
  display: flex;
  align-items: baseline;
  gap: 10px;
}
.class {
  font-size: 22px;
  font-weight: 700;
  color: var(--ink);
  line-height: 1.15;
}
.price {
  margin-left: auto;
  font-size: 22px;
  font-weight: 700;
  color: var(--ink);
  text-align: right;
}
.unsure {
  display: block;
  font-size: 12.5px;
  font-weight: 600;
  color: var(--look);
}
.verdict p {
  font-size: 14.5px;
  line-height: 1.35;
}
.verdict .dated,
.dated {
  font-size: 13px;
  color: var(--muted);
  padding-top: 4px;
}
.verdict .stale {
  font-size: 13px;
  font-weight: 600;
  color: var(--look);
  padding-top: 4px;
}
.dated a {
  color: var(--ink);
}
</style>
