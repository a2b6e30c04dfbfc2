import { useDark } from '@vueuse/core'

/** Whether the dark colours are worn. Nothing is held back for it: that would lay the whole page out at once. */
export const useDarkness = () => useDark({ disableTransition: false })
