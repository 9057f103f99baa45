/**
 * What is looked for in the catalogue, and whether typed letters are on their way to its field, which is still being
 * opened.
 */
const text = ref('')
const catching = ref(false)

export const useFind = () => ({ text, catching })
