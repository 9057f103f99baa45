import { usePreferences } from '~/stores/preferences'

/** Keeps Vuetify's theme in step with the person's preferences. */
export default defineNuxtPlugin(app => {
  const preferences = usePreferences()
  app.hook('vuetify:ready', vuetify => {
    watchEffect(() => {
      vuetify.theme.change(preferences.dark ? 'hangarNight' : 'bench')
    })
  })
})
