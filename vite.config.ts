import { sveltekit } from '@sveltejs/kit/vite';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [tailwindcss(), sveltekit()],
  worker: { format: 'es' },
  ssr: { external: ['better-auth', 'drizzle-orm', 'mysql2', 'sharp'] },
  test: {
    reporters: ['default', './tests/vitest-line-reporter.ts'],
    projects: [
      {
        extends: true,
        test: {
          name: 'unit',
          environment: 'node',
          testTimeout: 300_000,
          hookTimeout: 300_000,
          include: [
            'src/core/**/*.test.ts',
            'src/formats/**/*.test.ts',
            'src/words/**/*.test.ts',
            'src/stand-ins/**/*.test.ts',
            'src/lib/forms/**/*.test.ts',
            'src/lib/ui/**/*.test.ts',
            'src/lib/workers/**/*.test.ts',
            'cli/**/*.test.ts',
            'tests/project/**/*.test.ts'
          ]
        }
      },
      {
        extends: true,
        test: {
          name: 'server',
          environment: 'node',
          include: ['src/lib/server/**/*.test.ts', 'tests/server/**/*.test.ts', 'tests/hostile/**/*.test.ts'],
          fileParallelism: false,
          testTimeout: 300_000,
          hookTimeout: 300_000
        }
      },
      {
        extends: true,
        test: {
          name: 'cluster',
          environment: 'node',
          include: ['tests/cluster/**/*.test.ts'],
          fileParallelism: false,
          testTimeout: 300_000,
          hookTimeout: 300_000
        }
      }
    ]
  }
});
