import sharp from 'sharp';

/** A photo as it is kept: small, turned upright, and nothing in it but the picture. */
export interface RemadePhoto {
  readonly jpeg: Uint8Array;
  readonly width: number;
  readonly height: number;
}
/** `busy`: several photos are waiting already. */
export type PhotoProblem = { readonly code: 'not a photo' } | { readonly code: 'photo too large' } | { readonly code: 'busy' };
export type Remade = { readonly ok: true; readonly photo: RemadePhoto } | { readonly ok: false; readonly problem: PhotoProblem };

const LONGEST_SIDE = 1600;
const MOST_PIXELS = 50_000_000;
/** No camera makes a longer strip, and one of a pixel's width takes the decoder many seconds. */
const MOST_PIXELS_ALONG = 30_000;
const QUALITY = 78;
const FORMATS = ['jpeg', 'png'];

/**
 * Makes a photo anew from its pixels alone, so that neither the place it was taken at nor anything hidden in the file is kept. It is read
 * in strips, never whole. What strangers send is opened in a process of its own, see app/platform/photos.server.ts.
 * @param bytes a JPEG or PNG as uploaded, of 50 megapixels and 30 000 along a side at most; what it says it is is not believed
 */
export async function remakePhoto(bytes: Uint8Array): Promise<Remade> {
  try {
    const picture = sharp(bytes, { limitInputPixels: MOST_PIXELS, sequentialRead: true, failOn: 'error', pages: 1 });
    const { format, width, height } = await picture.metadata();
    if (!FORMATS.includes(format)) return { ok: false, problem: { code: 'not a photo' } };
    if (width * height > MOST_PIXELS || Math.max(width, height) > MOST_PIXELS_ALONG)
      return { ok: false, problem: { code: 'photo too large' } };
    const { data, info } = await picture
      .autoOrient()
      .resize(LONGEST_SIDE, LONGEST_SIDE, { fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#fff' })
      .jpeg({ quality: QUALITY })
      .toBuffer({ resolveWithObject: true });
    return { ok: true, photo: { jpeg: new Uint8Array(data), width: info.width, height: info.height } };
  } catch (error) {
    const tooLarge = error instanceof Error && /exceeds pixel limit/.test(error.message);
    return { ok: false, problem: { code: tooLarge ? 'photo too large' : 'not a photo' } };
  }
}
