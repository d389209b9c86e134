import js from '@eslint/js';
import prettier from 'eslint-config-prettier';
import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';
import svelteConfig from './svelte.config.js';

export default ts.config(
	{ ignores: ['build/', '.svelte-kit/', 'node_modules/', 'src/lib/api/schema.d.ts'] },
	js.configs.recommended,
	...ts.configs.recommendedTypeChecked,
	...svelte.configs.recommended,
	prettier,
	...svelte.configs.prettier,
	{
		languageOptions: { globals: { ...globals.browser, ...globals.node } },
		rules: {
			// TypeScript itself knows which names exist
			'no-undef': 'off',
			// addresses are plain strings under the root; there is no base path to resolve
			'svelte/no-navigation-without-resolve': 'off'
		}
	},
	{
		languageOptions: {
			parserOptions: {
				projectService: true,
				// alike for all files, or the project is loaded anew from one kind to the other
				extraFileExtensions: ['.svelte'],
				tsconfigRootDir: import.meta.dirname
			}
		}
	},
	{
		// the settings of the tools themselves have no types of their own
		files: ['*.js'],
		...ts.configs.disableTypeChecked
	},
	{
		files: ['**/*.svelte', '**/*.svelte.ts', '**/*.svelte.js'],
		languageOptions: {
			parserOptions: {
				parser: ts.parser,
				svelteConfig
			}
		}
	},
	{
		// what a component hands to a callback is typed for svelte-check, which sees it; the linter is told `any`
		files: ['**/*.svelte'],
		rules: Object.fromEntries(
			['argument', 'assignment', 'call', 'member-access', 'return'].map((kind) => [
				`@typescript-eslint/no-unsafe-${kind}`,
				'off'
			])
		)
	}
);
