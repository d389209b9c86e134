<script lang="ts">
	import type { Stage, StageName } from '$lib/api/types';

	interface Props {
		stages: Stage[];
		current?: StageName | undefined;
		/** Address of the structure, or of the run in the practice yard, whose stages these are. */
		base: string;
	}
	let { stages, current, base }: Props = $props();

	const NAMES: Record<StageName, string> = {
		ground: 'On site',
		footprint: 'Footprint',
		boards: 'Boards',
		square: 'Square',
		levels: 'Levels',
		marks: 'Marks',
		build: 'Build',
		handover: 'Hand over'
	};
	const STATES = {
		'not-started': 'not started',
		open: 'open',
		done: 'done',
		're-check': 'plan changed'
	};
</script>

<nav aria-label="Stages" class="line">
	<span class="end" aria-hidden="true"></span>
	<ol style:--stages={stages.length}>
		{#each stages as stage (stage.name)}
			<li>
				<a
					href="{base}/{stage.name}"
					aria-current={stage.name === current ? 'step' : undefined}
					data-state={stage.state}
				>
					<span class="knot" aria-hidden="true"></span>
					{#if stage.name === current}<span class="bob" aria-hidden="true"></span>{/if}
					<span class="name">{NAMES[stage.name]}</span>
					<span class="state">{STATES[stage.state]}</span>
				</a>
			</li>
		{/each}
	</ol>
	<span class="end right" aria-hidden="true"></span>
</nav>

<style>
	.line {
		position: relative;
		min-height: 4.25rem;
		padding-bottom: 0.35rem;
	}
	.line::before {
		content: '';
		position: absolute;
		top: 1rem;
		left: 0.4rem;
		right: 0.4rem;
		height: 2px;
		background: var(--string);
	}
	.end {
		position: absolute;
		left: 0;
		top: 0.25rem;
		width: 0.7rem;
		height: 2.5rem;
		background: var(--wood);
		clip-path: polygon(0 0, 100% 0, 100% 75%, 50% 100%, 0 75%);
	}
	.right {
		left: auto;
		right: 0;
	}
	ol {
		display: grid;
		grid-template-columns: repeat(var(--stages), minmax(0, 1fr));
		padding-left: clamp(1.6rem, 4vw, 4rem);
	}
	a {
		position: relative;
		display: block;
		min-height: 4.25rem;
		padding: 1.6rem 0 0 1.15rem;
		line-height: 1.2;
	}
	.knot {
		position: absolute;
		left: 0;
		top: calc(1rem + 1px);
		width: 15px;
		height: 15px;
		transform: translate(-50%, -50%);
		background: var(--stone);
		border: 2.5px solid var(--string);
		border-radius: 50%;
	}
	[data-state='done'] .knot {
		background: var(--ink);
		border-color: var(--ink);
	}
	[data-state='open'] .knot {
		background: linear-gradient(90deg, var(--string) 50%, var(--stone) 50%);
	}
	[data-state='re-check'] .knot {
		border-style: dashed;
		border-color: var(--ink);
	}
	.name {
		display: block;
		font-weight: 600;
		white-space: nowrap;
	}
	.state {
		display: block;
		font-size: 0.85rem;
		color: var(--ink-soft);
	}
	a:hover .name {
		text-decoration: underline;
	}
	[aria-current] .name {
		font-weight: 800;
		font-size: 1.1rem;
	}
	@media (max-width: 40rem) {
		ol {
			padding-left: 0.8rem;
		}
		/* the last name stands clear of the post */
		li:last-child a {
			padding-right: 0.8rem;
		}
		a {
			padding-left: 0;
		}
		[aria-current] {
			padding-left: 0.65rem;
		}
		.name,
		[aria-current] .name {
			font-family: var(--face-numbers);
			font-size: 0.78rem;
			white-space: normal;
		}
		[aria-current] .name,
		.state {
			font-family: var(--face-numbers);
			font-size: 0.72rem;
			line-height: 1.15;
		}
		/* there is room for one state: where one stands; the knots show the others */
		a:not([aria-current]) .state {
			position: absolute;
			width: 1px;
			height: 1px;
			overflow: hidden;
			clip-path: inset(50%);
		}
	}
	[aria-current] .knot {
		width: 21px;
		height: 21px;
	}
	/* the plumb bob hangs from the knot of the stage in front of you */
	.bob {
		position: absolute;
		left: 0;
		top: 1.6rem;
		width: 14px;
		height: 38px;
		transform: translateX(-50%);
		background:
			linear-gradient(var(--ink), var(--ink)) center top / 1.5px 16px no-repeat,
			linear-gradient(var(--ink), var(--ink)) center 15px / 14px 10px no-repeat;
	}
	.bob::after {
		content: '';
		position: absolute;
		left: 0;
		top: 25px;
		width: 14px;
		height: 13px;
		background: var(--ink);
		clip-path: polygon(0 0, 100% 0, 50% 100%);
	}
</style>
