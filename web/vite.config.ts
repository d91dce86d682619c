import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vite'

export default defineConfig({
  plugins: [vue()],
  // The published formats are read where they stand: the quantity grammar and the geometry of the marks.
  server: { fs: { allow: ['..'] }, proxy: { '/api': 'http://127.0.0.1:8417' } },
  build: { target: 'es2022' },
})
