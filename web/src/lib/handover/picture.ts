import { transport } from '$lib/api/transport';
import { handOut } from './handOut';

/** Dots to a millimetre of paper: about 300 to the inch. */
const DOTS_PER_MM = 12;

/** Make a PNG of an SVG from the server and hand it out as a file. */
export async function pictureOf(path: string, name: string): Promise<void> {
	const answer = await transport.ask(new Request(path));
	if (!answer.ok) throw new Error(`${path} answered ${answer.status}`);
	const source = URL.createObjectURL(new Blob([await answer.text()], { type: 'image/svg+xml' }));
	try {
		const image = new Image();
		image.src = source;
		await image.decode();
		const canvas = document.createElement('canvas');
		// an SVG sized in millimetres is decoded at 96 dots to the inch
		const scale = (DOTS_PER_MM * 25.4) / 96;
		canvas.width = Math.round(image.width * scale);
		canvas.height = Math.round(image.height * scale);
		canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
		const picture = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/png'));
		if (!picture) throw new Error('the canvas gave no picture');
		handOut(picture, name);
	} finally {
		URL.revokeObjectURL(source);
	}
}
