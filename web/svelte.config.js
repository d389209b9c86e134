import adapter from '@sveltejs/adapter-static';
import { vitePreprocess } from '@sveltejs/vite-plugin-svelte';

/** @type {import('@sveltejs/kit').Config} */
export default {
	preprocess: vitePreprocess(),
	kit: {
		adapter: adapter({ pages: 'build', assets: 'build', fallback: 'index.html', strict: true }),
		serviceWorker: { register: false },
		// a fixed name: the same sources then build the same files
		version: { name: process.env.ANVILHEAD_BUILD ?? 'development' },
		csp: {
			mode: 'hash',
			directives: {
				'default-src': ['self'],
				'script-src': ['self'],
				// Bits UI places its parts with inline styles
				'style-src': ['self', 'unsafe-inline'],
				'img-src': ['self', 'data:', 'blob:'],
				// what was just said is heard before it is sent
				'media-src': ['self', 'blob:']
			}
		}
	}
};
