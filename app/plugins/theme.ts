import { useTaste } from '~/stores/taste'

/** Keeps Vuetify's theme in step with the person's taste. */
export default defineNuxtPlugin(app => {
  const taste = useTaste()
  app.hook('vuetify:ready', vuetify => {
    watchEffect(() => {
      vuetify.theme.change(taste.dark ? 'hangarNight' : 'bench')
    })
  })
})
