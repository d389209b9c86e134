// The words of the screens, gathered by stage for whoever translates them: `npm run words` writes words/<stage>/en.po.
import { adapter as svelte } from '@wuchale/svelte';
import { defineConfig, pofile } from 'wuchale';

const STAGES = ['site', 'footprint', 'boards', 'square', 'levels'];

const gathered = (stage, files) => svelte({ files, storage: pofile({ dir: `words/${stage}` }) });

export default defineConfig({
	locales: ['en'],
	localesDir: 'node_modules/.cache/words',
	adapters: {
		...Object.fromEntries(
			STAGES.map((stage) => [stage, gathered(stage, `src/lib/${stage}/**/*.svelte`)])
		),
		everywhere: gathered('everywhere', {
			include: 'src/**/*.svelte',
			ignore: STAGES.map((stage) => `src/lib/${stage}/**`)
		})
	}
});
