import sharp from 'sharp';

/** More points than this are no photograph of a cake; they are not even opened. */
const MOST_POINTS = 60e6;
const QUALITY = 82;
const KINDS: ReadonlySet<string> = new Set(['jpeg', 'png', 'webp']);

/**
 * A picture drawn anew as a JPEG that fits within a square of `most` points, upright, and without anything that a camera or
 * a program wrote beside it (place, day, device). Undefined where the bytes are no JPEG, PNG or WebP that can be drawn, or far too large.
 */
export async function redrawn(bytes: Buffer, most: number): Promise<Buffer | undefined> {
  try {
    const image = sharp(bytes, { limitInputPixels: MOST_POINTS, failOn: 'error' });
    const { format } = await image.metadata();
    if (!KINDS.has(format)) return undefined;
    return await image.rotate().resize(most, most, { fit: 'inside', withoutEnlargement: true }).flatten({ background: '#fff' }).jpeg({ quality: QUALITY }).toBuffer();
  } catch {
    return undefined;
  }
}
