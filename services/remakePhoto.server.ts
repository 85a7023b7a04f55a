import { createJimp } from '@jimp/core';
import jpeg from '@jimp/js-jpeg';
import png from '@jimp/js-png';
import * as resize from '@jimp/plugin-resize';

const Jimp = createJimp({ formats: [jpeg, png], plugins: [resize.methods] });

/** A photo as it is kept: small, turned upright, and nothing in it but the picture. */
export interface RemadePhoto {
  readonly jpeg: Uint8Array;
  readonly width: number;
  readonly height: number;
}
export type PhotoProblem = { readonly code: 'not a photo' } | { readonly code: 'photo too large' };
export type Remade = { readonly ok: true; readonly photo: RemadePhoto } | { readonly ok: false; readonly problem: PhotoProblem };

const LONGEST_SIDE = 1600;
const MOST_PIXELS = 50_000_000;
const QUALITY = 78;

/**
 * Makes a photo anew from its pixels alone, so that neither the place it was taken at nor anything hidden in the file is kept.
 * @param bytes a JPEG or PNG as uploaded, of 50 megapixels at most; what it says it is is not believed
 */
export async function remakePhoto(bytes: Uint8Array): Promise<Remade> {
  const size = sizeOf(bytes);
  if (!size) return { ok: false, problem: { code: 'not a photo' } };
  // A small file may unfold into a huge picture: its head is read before it is opened.
  if (size.width * size.height > MOST_PIXELS) return { ok: false, problem: { code: 'photo too large' } };
  try {
    const picture = await Jimp.fromBuffer(Buffer.from(bytes), { 'image/jpeg': { maxMemoryUsageInMB: 1024 } });
    if (Math.max(picture.width, picture.height) > LONGEST_SIDE) picture.scaleToFit({ w: LONGEST_SIDE, h: LONGEST_SIDE });
    const { width, height } = picture;
    // A fresh picture of the same pixels: what the camera wrote stays behind.
    const fresh = new Jimp({ data: picture.bitmap.data, width, height });
    return { ok: true, photo: { jpeg: new Uint8Array(await fresh.getBuffer('image/jpeg', { quality: QUALITY })), width, height } };
  } catch {
    return { ok: false, problem: { code: 'not a photo' } };
  }
}

const PNG_HEAD = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a];

/** Width and height as the head of a JPEG or PNG has them; null where it is neither. */
function sizeOf(bytes: Uint8Array): { width: number; height: number } | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (PNG_HEAD.every((byte, at) => bytes[at] === byte) && bytes.length > 24)
    return { width: view.getUint32(16), height: view.getUint32(20) };
  if (bytes[0] !== 0xff || bytes[1] !== 0xd8) return null;
  for (let at = 2; at + 9 < bytes.length && bytes[at] === 0xff; at += 2 + view.getUint16(at + 2)) {
    const marker = bytes[at + 1]!;
    const isFrame = marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker);
    if (isFrame) return { width: view.getUint16(at + 7), height: view.getUint16(at + 5) };
  }
  return null;
}
