/** The widest and highest that a picture on the shelf is kept, in pixels: sharp on a dense screen. */
const OF_THE_SHELF: Box = [480, 360];

/** The least width and height that a picture is drawn to fill, in pixels. */
export type Box = readonly [wide: number, high: number];

/** A picture file made small and turned upright, without what a camera wrote into it; undefined where this browser cannot read it. */
export async function shrunk(file: Blob, [wide, high]: Box = OF_THE_SHELF): Promise<Blob | undefined> {
  try {
    const image = await createImageBitmap(file);
    const scale = Math.min(1, Math.max(wide / image.width, high / image.height));
    const canvas = new OffscreenCanvas(Math.max(1, Math.round(image.width * scale)), Math.max(1, Math.round(image.height * scale)));
    canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
    image.close();
    return await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.85 });
  } catch {
    return undefined;
  }
}

/** Asks for one file of this device; undefined where none was chosen. */
export function chooseFile(accept: string): Promise<File | undefined> {
  return new Promise((resolve) => {
    const field = document.createElement('input');
    field.type = 'file';
    field.accept = accept;
    field.addEventListener('change', () => resolve(field.files?.[0]));
    field.addEventListener('cancel', () => resolve(undefined));
    field.click();
  });
}
