import tailwindcss from '@tailwindcss/vite';
import vue from '@vitejs/plugin-vue';
import { defineConfig } from 'vite';
import { kernelWithoutEval } from './kernel-without-eval.ts';

export default defineConfig({
  root: new URL('.', import.meta.url).pathname,
  plugins: [vue(), tailwindcss(), kernelWithoutEval()],
  worker: { format: 'es', plugins: () => [kernelWithoutEval()] },
  optimizeDeps: { exclude: ['clipper2-wasm'] }, // it looks for its .wasm file beside itself
  build: {
    target: 'es2022',
    chunkSizeWarningLimit: 900,
    assetsInlineLimit: 0,
    manifest: true, // the server tells browsers ahead what the bench loads
    // The page on a phone beside the machine is one of its own: it needs nothing of the bench.
    rolldownOptions: {
      input: ['index.html', 'beside.html'].map((file) => new URL(file, import.meta.url).pathname),
    },
  },
  server: { host: '127.0.0.1', proxy: { '/api': `http://127.0.0.1:${process.env.API_PORT ?? 5180}` } },
});
