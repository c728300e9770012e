import '@fontsource-variable/source-sans-3/wght.css'
import 'vuetify/styles/core'
import './styles/main.css'
import './styles/buttons.css'
import './components/parts/layout.css'
import './components/parts/curves.css'
import './components/parts/marks.css'
import './components/parts/fields.css'
import './components/parts/lists.css'
import './components/frame/frame.css'
import { VueQueryPlugin } from '@tanstack/vue-query'
import { createPinia } from 'pinia'
import { createApp } from 'vue'
import App from './App.vue'
import { queries } from './api/queries'
import { router } from './setup/router'
import { makeVuetify } from './setup/vuetify'
import { terms } from './state/terms'
import { useSettings } from './state/settings'

const app = createApp(App)
app.use(createPinia())
app.use(router)
app.use(terms)
app.use(VueQueryPlugin, { queryClient: queries })
app.use(makeVuetify(useSettings().theme))
app.mount('#app')
