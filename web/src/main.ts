import '@fontsource/atkinson-hyperlegible-mono/latin-400.css'
import '@fontsource/atkinson-hyperlegible-mono/latin-700.css'
import '@fontsource/atkinson-hyperlegible-next/latin-400.css'
import '@fontsource/atkinson-hyperlegible-next/latin-700.css'
import './theme/base.css'
import './theme/nonce'

import { createApp } from 'vue'

import App from './App.vue'
import { attendDoor } from './door/useSession'
import { router } from './router'
import { inTurn } from './sheet/turns'
import { attend } from './state/outbox'

/* Reading the scripts, finding the page and putting it up are tasks apart, so that none keeps the browser from answering. */
const app = createApp(App)
inTurn(() => void app.use(router))
inTurn(() => void router.isReady().then(() => inTurn(() => app.mount('#app'))))
inTurn(attendDoor)
inTurn(attend)
