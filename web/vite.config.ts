import tailwindcss from '@tailwindcss/vite';
import { sveltekit } from '@sveltejs/kit/vite';
import { defineConfig } from 'vitest/config';

export default defineConfig({
	plugins: [tailwindcss(), sveltekit()],
	// fonts stay files: the page's rules let nothing in from data addresses
	build: { assetsInlineLimit: 0 },
	server: { host: '127.0.0.1', proxy: { '/api': 'http://127.0.0.1:8710' } },
	test: { include: ['src/**/*.test.ts'], environment: 'node' }
});
