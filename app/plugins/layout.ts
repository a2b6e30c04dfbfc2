/** The frame around every page is fetched while its page is, and not only once that is there. */
export default defineNuxtPlugin({
  name: 'layout',
  parallel: true,
  setup() {
    void import('~/layouts/default.vue')
  },
})
