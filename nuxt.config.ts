const decorators = { compilerOptions: { experimentalDecorators: true } }

export default defineNuxtConfig({
  compatibilityDate: '2026-01-01',
  ssr: false,
  // Without a server rendering pages, the development server finds its entry through environments alone.
  $development: {
    experimental: { viteEnvironmentApi: true },
    vite: { optimizeDeps: { include: ['dayjs', 'dayjs/plugin/*.js', 'liquidjs', 'lodash-unified'] } },
  },
  vite: {
    // Workers load parts of themselves when they need them.
    worker: { format: 'es' },
    // Small parts that are wanted together come together: each costs a page a trip of its own.
    $client: { build: { rollupOptions: { output: { experimentalMinChunkSize: 40_000 } } } },
  },
  hooks: {
    // Parts of other pages are fetched when somebody points at a link to them, not while this page waits for its own.
    'build:manifest'(manifest) {
      for (const part of Object.values(manifest)) part.prefetch = false
    },
  },
  // An address that changes is there at once, not a frame later: whoever presses two keys means both.
  experimental: {
    navigationRepaint: false,
    // The part of another page is fetched when somebody points at a link to it; all of them at once, when the first
    // page stands, would keep the server from answering whoever goes on at once.
    defaults: { nuxtLink: { prefetchOn: { visibility: false, interaction: true } } },
  },
  devtools: { enabled: false },
  telemetry: false,
  // What stands beside a component in a .ts file is no component.
  components: [{ path: '~/components', extensions: ['vue'] }],
  modules: ['@element-plus/nuxt', '@pinia/nuxt', 'nuxt-security'],
  css: [
    '~/assets/fonts.css',
    'element-plus/theme-chalk/dark/css-vars.css',
    '~/assets/main.css',
    '~/assets/sheet.css',
  ],
  app: {
    head: {
      title: 'Ilmenite',
      htmlAttrs: { lang: 'en' },
      link: [{ rel: 'icon', type: 'image/svg+xml', href: '/mark.svg' }],
    },
  },
  // A line break between two words is a space, as everywhere in HTML; so the formatter may break lines.
  vue: { compilerOptions: { whitespace: 'preserve' } },
  elementPlus: { importStyle: 'css', themes: ['dark'] },
  typescript: { strict: true, tsConfig: decorators, sharedTsConfig: decorators, nodeTsConfig: decorators },
  nitro: {
    // Packed once, while it is built: a third of the bytes for whoever is not on the server's own machine.
    compressPublicAssets: { gzip: true, brotli: false },
    typescript: { tsConfig: decorators },
    moduleSideEffects: ['reflect-metadata'],
    esbuild: {
      options: { target: 'node20', tsconfigRaw: { compilerOptions: { experimentalDecorators: true } } },
    },
    externals: { external: ['better-sqlite3'] },
  },
  security: {
    nonce: true,
    sri: false,
    rateLimiter: false,
    requestSizeLimiter: false,
    xssValidator: false,
    corsHandler: false,
    headers: {
      contentSecurityPolicy: {
        'default-src': ["'self'"],
        // WebAssembly is what scripts are rehearsed in; it makes no script of a text.
        'script-src': ["'self'", "'nonce-{{nonce}}'", "'wasm-unsafe-eval'"],
        'style-src': ["'self'", "'unsafe-inline'"],
        'img-src': ["'self'", 'data:'],
        'font-src': ["'self'"],
        'connect-src': ["'self'"],
        'worker-src': ["'self'"],
        'object-src': ["'none'"],
        'base-uri': ["'none'"],
        'form-action': ["'self'"],
        'frame-ancestors': ["'none'"],
        'upgrade-insecure-requests': false,
      },
      crossOriginEmbedderPolicy: false,
      strictTransportSecurity: false,
    },
  },
})
