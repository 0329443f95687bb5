import { defineConfig } from 'vite';
import laravel from 'laravel-vite-plugin';
import path from 'path';

export default defineConfig({
  plugins: [laravel({ input: ['resources/js/app.js'] })],
  resolve: {
    alias: {
      // '@old': './nowhere',
      '@lib': path.resolve(__dirname, './resources/js/lib'),
      vue: 'vue/dist/vue.esm-bundler.js',
      '~': '/resources',
    },
  },
});
