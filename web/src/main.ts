import '@fontsource/hanken-grotesk/400.css'
import '@fontsource/hanken-grotesk/500.css'
import '@fontsource/hanken-grotesk/600.css'
import '@fontsource/jost/400.css'
import '@fontsource/jost/500.css'
import 'vuetify/styles'
import './styles.css'
import { createPinia } from 'pinia'
import { createApp } from 'vue'
import { createVuetify } from 'vuetify'
import { aliases, mdi } from 'vuetify/iconsets/mdi-svg'
import App from './App.vue'
import { router } from './router'
import { keepApplication } from './keepHere'
import { preferredTheme } from './store/look'
import { DARK, LIGHT } from './theme'

const nonce = document.querySelector<HTMLMetaElement>('meta[name="csp-nonce"]')?.content

const vuetify = createVuetify({
  icons: { defaultSet: 'mdi', aliases, sets: { mdi } },
  theme: {
    defaultTheme: preferredTheme(),
    cspNonce: nonce,
    themes: { light: LIGHT, dark: DARK },
  },
  defaults: {
    VTextField: { density: 'compact', variant: 'outlined', hideDetails: 'auto' },
    VTextarea: { density: 'compact', variant: 'outlined', hideDetails: 'auto' },
    VSelect: { density: 'compact', variant: 'outlined', hideDetails: 'auto' },
    VCombobox: { density: 'compact', variant: 'outlined', hideDetails: 'auto' },
    VBtn: { ripple: false },
  },
})

createApp(App).use(createPinia()).use(router).use(vuetify).mount('#app')
keepApplication()
