import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { buildThreads } from './scripts/build-threads.mjs'

const LOADER = 'vuetify/lib/composables/loader.js'
const NO_BAR = '\0no-loading-bar'
/**
 * Nothing here loads within a field. The library puts a hidden bar for it into each one all the same, with an observer that has the
 * page laid out while it is still being made: of Brief, with 29 fields, a seventh of the time that it takes to open (measured).
 */
const noLoadingBars = {
  name: 'no-loading-bars',
  enforce: 'pre' as const,
  resolveId: (source: string, importer?: string) =>
    source.includes('VProgressLinear') && importer?.endsWith(LOADER) ? NO_BAR : undefined,
  load: (id: string) => (id === NO_BAR ? 'export const VProgressLinear = () => null' : undefined)
}

export default defineNuxtConfig({
  compatibilityDate: '2026-01-01',
  // An editor: every screen lives in the browser; the server keeps documents.
  ssr: false,
  modules: ['@pinia/nuxt', 'vuetify-nuxt-module'],
  alias: { '#core': fileURLToPath(new URL('./core', import.meta.url)) },
  css: [
    '@fontsource/public-sans/400.css',
    '@fontsource/public-sans/700.css',
    '@fontsource/b612/400.css',
    '@fontsource/b612-mono/400.css',
    '~/assets/bench.css'
  ],
  telemetry: false,
  // The bundler makes styles small by itself.
  postcss: { plugins: { cssnano: false } },
  // Nothing here reads them, and to write them takes a quarter of a build.
  sourcemap: false,
  devtools: { enabled: false },
  app: {
    head: {
      title: 'Ewerpanel',
      htmlAttrs: { lang: 'en' },
      meta: [
        { name: 'viewport', content: 'width=device-width, initial-scale=1' },
        { name: 'description', content: 'Plan a light aircraft panel refit before metal is cut.' }
      ],
      link: [{ rel: 'icon', type: 'image/svg+xml', href: '/mark.svg' }]
    }
  },
  vuetify: {
    moduleOptions: { styles: true, importComposables: false },
    vuetifyOptions: {
      icons: { defaultSet: 'mdi-svg' },
      defaults: {
        VBtn: { variant: 'outlined', size: 'small', rounded: 0, class: 'text-none', flat: true, ripple: false },
        VTextField: {
          variant: 'outlined',
          density: 'compact',
          hideDetails: 'auto',
          rounded: 0,
          persistentPlaceholder: true
        },
        VTextarea: {
          variant: 'outlined',
          density: 'compact',
          hideDetails: 'auto',
          rounded: 0,
          persistentPlaceholder: true
        },
        VSelect: {
          variant: 'outlined',
          density: 'compact',
          hideDetails: 'auto',
          rounded: 0,
          persistentPlaceholder: true
        },
        VAutocomplete: {
          variant: 'outlined',
          density: 'compact',
          hideDetails: 'auto',
          rounded: 0,
          persistentPlaceholder: true
        },
        VCombobox: {
          variant: 'outlined',
          density: 'compact',
          hideDetails: 'auto',
          rounded: 0,
          persistentPlaceholder: true
        },
        VFileInput: { variant: 'outlined', density: 'compact', hideDetails: 'auto', rounded: 0 },
        VCheckbox: { density: 'compact', hideDetails: 'auto', color: 'primary' },
        VTabs: { density: 'compact', color: 'primary', hideSlider: true },
        VTab: { ripple: false, rounded: 0 },
        VDialog: { maxWidth: 860, scrollable: true },
        VCard: { rounded: 0 },
        VDataTable: { density: 'compact', hover: true, hideDefaultFooter: true, itemsPerPage: -1 },
        VDataTableVirtual: { density: 'compact', hover: true, fixedHeader: true }
      },
      theme: {
        defaultTheme: 'bench',
        themes: {
          bench: {
            dark: false,
            colors: {
              'background': '#F5F4EE',
              'surface': '#FBFAF6',
              'primary': '#27498F',
              'error': '#B83A27',
              'warning': '#C98F1B',
              'success': '#566330',
              'on-background': '#22272A',
              'on-surface': '#22272A'
            }
          },
          hangarNight: {
            dark: true,
            colors: {
              'background': '#191D20',
              'surface': '#1F2427',
              'primary': '#93B0EC',
              'error': '#F0907F',
              'warning': '#E2B04A',
              'success': '#B4C381',
              'on-background': '#E4E2DA',
              'on-surface': '#E4E2DA'
            }
          }
        }
      }
    }
  },
  nitro: {
    esbuild: { options: { target: 'node20' } },
    logging: { compressedSizes: false },
    hooks: { compiled: async nitro => void (await buildThreads(join(nitro.options.output.serverDir, 'threads.cjs'))) }
  },
  hooks: {
    // The bundler counts the programs of workers among what the entry shows, as pictures are: each page would fetch them at once.
    'build:manifest': manifest => {
      for (const chunk of Object.values(manifest)) chunk.assets = chunk.assets?.filter(asset => !asset.endsWith('.js'))
    }
  },
  // Built, the server takes what it keeps before it listens; while developing, the tools listen for it.
  $production: { nitro: { entry: fileURLToPath(new URL('./server/entry.ts', import.meta.url)) } },
  vite: {
    plugins: [noLoadingBars],
    build: {
      target: 'es2022',
      reportCompressedSize: false,
      // Reading a file of the core does nothing but declare: what a screen does not use of it is left out.
      rolldownOptions: { treeshake: { moduleSideEffects: [{ test: /\/core\//, sideEffects: false }] } }
    },
    // No component, ours or the library’s, is written in that manner; without it each is made a little sooner.
    define: { __VUE_OPTIONS_API__: 'false' },
    worker: { format: 'es' }
  }
})
