import '@fontsource-variable/atkinson-hyperlegible-next/index.css'
import '@fontsource-variable/fraunces/opsz.css'
import 'ant-design-vue/dist/reset.css'
import './look/base.css'
import './look/print.css'
import { createPinia } from 'pinia'
import { createApp } from 'vue'
import App from './App.vue'
import { followLight } from './look/light.ts'
import { applyTokens } from './look/tokens.ts'
import { makeRouter } from './router.ts'

applyTokens(document)
followLight()
const app = createApp(App)
app.use(createPinia())
app.use(makeRouter())
app.mount('#app')
