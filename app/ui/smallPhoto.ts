/** A photo kept on the device is no longer than this on a side: some hundred kilobytes of what it may keep. */
const LONGEST_SIDE = 1200;
const QUALITY = 0.7;
const PREFIX = 'data:image/jpeg;base64,';

/** A photo made small enough to wait on this device, as text; null where it is no picture. */
export async function smallPhoto(file: Blob): Promise<string | null> {
  const picture = await createImageBitmap(file).catch(() => null);
  if (!picture) return null;
  const scale = Math.min(1, LONGEST_SIDE / Math.max(picture.width, picture.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.round(picture.width * scale);
  canvas.height = Math.round(picture.height * scale);
  canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  return canvas.toDataURL('image/jpeg', QUALITY);
}

/** A field of a form that waits on the device, as it is sent: a picture is a file again, text stays text. */
export function asSent(value: string): string | Blob {
  if (!value.startsWith(PREFIX)) return value;
  const bytes = atob(value.slice(PREFIX.length));
  return new Blob([Uint8Array.from(bytes, (byte) => byte.charCodeAt(0))], { type: 'image/jpeg' });
}
