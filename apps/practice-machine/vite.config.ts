import tailwindcss from '@tailwindcss/vite';
import vue from '@vitejs/plugin-vue';
import { defineConfig } from 'vite';

export default defineConfig({
  root: new URL('.', import.meta.url).pathname,
  plugins: [vue(), tailwindcss()],
  // Beside the compiled program, which is made before.
  build: { target: 'es2022', outDir: 'dist/screen', assetsInlineLimit: 0, emptyOutDir: true },
});
