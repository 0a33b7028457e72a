import { svelte } from '@sveltejs/vite-plugin-svelte';
import { svelteTesting } from '@testing-library/svelte/vite';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [tailwindcss(), svelte(), svelteTesting()],
  build: { outDir: 'dist', emptyOutDir: true, chunkSizeWarningLimit: 1200 },
  server: {
    proxy: { '/api': 'http://127.0.0.1:8480' },
    fs: { allow: ['.', '../casefile/src/main/resources', '../report/src/main/resources'] },
  },
  test: {
    pool: 'vmThreads',
    maxWorkers: '100%',
    environment: 'jsdom',
    setupFiles: ['tests/setup.ts'],
    css: { include: [/palette\.css/] },
    include: ['tests/**/*.test.ts'],
    // other suites may run beside
    testTimeout: 30_000,
    hookTimeout: 30_000,
    coverage: {
      reporter: ['text-summary'],
      reportsDirectory: 'target/coverage',
      include: ['src/**'],
      exclude: ['src/api/**'],
    },
  },
});
