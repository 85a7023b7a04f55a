import { describe, expect, test } from '@jest/globals';
import sharp from 'sharp';
import { remakePhoto } from './remakePhoto.server.ts';

/** A picture whose left half is red and whose right half is blue. */
function picture(width: number, height: number) {
  const half = sharp({ create: { width: Math.ceil(width / 2), height, channels: 3, background: '#f00' } });
  return {
    getBuffer: async (type: 'image/jpeg' | 'image/png') =>
      sharp({ create: { width, height, channels: 3, background: '#00f' } })
        .composite([{ input: await half.png().toBuffer(), left: 0, top: 0 }])
        [type === 'image/jpeg' ? 'jpeg' : 'png']()
        .toBuffer(),
  };
}

/** What a camera writes into its file: how it was held, and where it was. Little-endian TIFF with one entry and some text. */
function withCameraWords(photo: Buffer, orientation: number): Buffer {
  const tiff = Buffer.alloc(26);
  tiff.write('II*\0', 0, 'latin1');
  tiff.writeUInt32LE(8, 4);
  tiff.writeUInt16LE(1, 8);
  tiff.writeUInt16LE(0x0112, 10);
  tiff.writeUInt16LE(3, 12);
  tiff.writeUInt32LE(1, 14);
  tiff.writeUInt16LE(orientation, 18);
  const body = Buffer.concat([Buffer.from('Exif\0\0', 'latin1'), tiff, Buffer.from('GPS 54.321N 2.345W', 'latin1')]);
  const head = Buffer.from([0xff, 0xe1, 0, 0]);
  head.writeUInt16BE(body.length + 2, 2);
  return Buffer.concat([photo.subarray(0, 2), head, body, photo.subarray(2)]);
}

async function remade(bytes: Uint8Array) {
  const done = await remakePhoto(bytes);
  if (!done.ok) throw new Error(done.problem.code);
  return done.photo;
}

/** The head chunk's check sum, made to fit what was written into it. */
function withSums(file: Buffer): Buffer {
  file.writeUInt32BE(crc32(file.subarray(12, 29)), 29);
  return file;
}

function crc32(bytes: Uint8Array): number {
  let sum = 0xffffffff;
  for (const byte of bytes) {
    sum ^= byte;
    for (let bit = 0; bit < 8; bit += 1) sum = (sum >>> 1) ^ (sum & 1 ? 0xedb88320 : 0);
  }
  return (sum ^ 0xffffffff) >>> 0;
}

describe('a photo is made anew', () => {
  test('from its pixels alone: the place it was taken at is gone', async () => {
    const sent = withCameraWords(await picture(80, 60).getBuffer('image/jpeg'), 1);
    expect(sent.includes('GPS 54.321N')).toBe(true);
    const kept = Buffer.from((await remade(sent)).jpeg);
    expect(kept.includes('GPS')).toBe(false);
    expect(kept.includes('Exif')).toBe(false);
    expect(kept.subarray(0, 2)).toEqual(Buffer.from([0xff, 0xd8]));
  });

  test('upright, however the phone was held', async () => {
    const { width, height, jpeg: kept } = await remade(withCameraWords(await picture(80, 60).getBuffer('image/jpeg'), 6));
    expect([width, height]).toEqual([60, 80]);
    const { data: seen, info } = await sharp(kept).raw().toBuffer({ resolveWithObject: true });
    expect([info.width, info.height]).toEqual([60, 80]);
    const redAt = (x: number, y: number) => seen[(y * info.width + x) * info.channels]!;
    expect(redAt(30, 5)).toBeGreaterThan(200);
    expect(redAt(30, 75)).toBeLessThan(60);
  });

  test('no longer than 1600 points on its long side; a small one as it is', async () => {
    const { width, height } = await remade(await picture(1700, 68).getBuffer('image/jpeg'));
    expect([width, height]).toEqual([1600, 64]);
    expect(await remade(await picture(40, 30).getBuffer('image/png'))).toMatchObject({ width: 40, height: 30 });
  });
});

describe('what is no photo is refused, whatever it is called', () => {
  test.each([
    ['words', Buffer.from('This is not a photo at all, only words')],
    ['nothing', Buffer.alloc(0)],
    ['a page', Buffer.from('<svg onload="alert(1)"></svg>')],
    ['half a photo head', Buffer.from([0xff, 0xd8, 0xff, 0xe0, 0, 16])],
  ])('%s', async (_, bytes) => {
    expect(await remakePhoto(bytes)).toEqual({ ok: false, problem: { code: 'not a photo' } });
  });

  test('the head of a photo with rubbish behind it', async () => {
    const good = await picture(80, 60).getBuffer('image/png');
    expect(await remakePhoto(Buffer.concat([good.subarray(0, 60), Buffer.alloc(400, 7)]))).toMatchObject({ ok: false });
  });

  test('a small file that would unfold into a huge picture is not opened', async () => {
    const bomb = Buffer.from(await picture(4, 4).getBuffer('image/png'));
    bomb.writeUInt32BE(60_000, 16);
    bomb.writeUInt32BE(60_000, 20);
    expect(await remakePhoto(withSums(bomb))).toEqual({ ok: false, problem: { code: 'photo too large' } });
  });
});
