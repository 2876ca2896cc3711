import vue from '@vitejs/plugin-vue'
import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  plugins: [vue()],
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  // One sheet of styles: a part that is fetched again later would come without its own.
  build: { target: 'es2022', manifest: true, cssCodeSplit: false, chunkSizeWarningLimit: 700 },
  server: { proxy: { '/api': 'http://127.0.0.1:8040' } },
  test: {
    projects: [
      { extends: true, test: { name: 'alone', include: ['tests/*.test.ts'] } },
      {
        extends: true,
        test: {
          name: 'mounted', include: ['tests/mounted/*.test.ts'], environment: 'jsdom', environmentOptions: { jsdom: { url: 'http://yard.test/' } },
          globalSetup: ['tests/mounted/core.ts'], setupFiles: ['tests/mounted/window.ts'], testTimeout: 600_000, execArgv: ['--max-semi-space-size=64'],
        },
      },
    ],
  },
})
