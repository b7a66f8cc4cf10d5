import { createApp } from 'vue'
import 'vuetify/styles/core'
import App from './App.vue'
import { vuetify } from './theme'
import { router } from './router'
import './main.css'

createApp(App).use(router).use(vuetify).mount('#app')
