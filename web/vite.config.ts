import vue from '@vitejs/plugin-vue'
import license from 'rollup-plugin-license'
import { defineConfig } from 'vite'
import vuetify from 'vite-plugin-vuetify'

// what every page needs comes in two files, so that the first page asks for few; each step brings its own
const groups = [
  { name: 'vendor', test: /node_modules/ },
  { name: 'app', test: /src[\\/](api|state|format|drawing|composables|setup|styles|components[\\/](parts|frame))/ },
  { name: 'run', test: /src[\\/]components[\\/]steps[\\/](sizing|route)/ },
]

// the texts under which others let their work ship with this; a stylesheet alone is in no module, so its package is named
const notices = {
  thirdParty: { includePrivate: false, output: { file: 'dist/notices.txt' } },
}

export default defineConfig({
  plugins: [vue(), vuetify({ autoImport: true }), license(notices)],
  build: {
    assetsInlineLimit: 0,
    modulePreload: { polyfill: false },
    rolldownOptions: { output: { codeSplitting: { groups } } },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:8642' } },
})
