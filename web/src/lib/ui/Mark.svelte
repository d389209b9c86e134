<!-- The name: two strings crossing over a corner, the bob hanging from the crossing. -->
<svg viewBox="0 0 32 32" class="size-9" aria-hidden="true">
	<path d="M1 9h30M21 1v30" stroke="var(--string)" stroke-width="2" />
	<rect x="1" y="4" width="4" height="10" fill="var(--wood)" />
	<rect x="16" y="27" width="10" height="4" fill="var(--wood)" />
	<path d="M21 9v7" stroke="var(--ink)" stroke-width="1.5" />
	<path d="M17.500 14.500h7v6l-3.500 5.500-3.500-5.500z" fill="var(--ink)" />
</svg>
