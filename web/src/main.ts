import '@fontsource/atkinson-hyperlegible-mono/latin-400.css'
import '@fontsource/atkinson-hyperlegible-mono/latin-700.css'
import '@fontsource/atkinson-hyperlegible-next/latin-400.css'
import '@fontsource/atkinson-hyperlegible-next/latin-700.css'
import './theme/base.css'

import { createApp } from 'vue'

import App from './App.vue'
import { router } from './router'
import { attend } from './state/outbox'

attend()
createApp(App).use(router).mount('#app')
