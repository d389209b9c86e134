/** Give a file made here to whoever asked for it. */
export function handOut(file: Blob, name: string): void {
	const address = URL.createObjectURL(file);
	const link = document.createElement('a');
	link.href = address;
	link.download = name;
	link.click();
	setTimeout(() => URL.revokeObjectURL(address), 10_000);
}
