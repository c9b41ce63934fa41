import 'ant-design-vue/dist/reset.css'
import './look/base.css'
import './look/print.css'
import { createPinia } from 'pinia'
import { createApp } from 'vue'
import App from './App.vue'
import { facesOrWords } from './look/faces.ts'
import { followLight } from './look/light.ts'
import { applyTokens } from './look/tokens.ts'
import { makeRouter } from './router.ts'
import { firstStood } from './frame/idle.ts'
import { keepPage } from './stores/renewal.ts'

applyTokens(document)
followLight()
const app = createApp(App)
app.use(createPinia())
app.use(makeRouter())
// What comes first has the line to itself.
void firstStood.then(keepPage)
void facesOrWords().then(() => app.mount('#app'))
