import { describe, expect, test } from '@jest/globals';
import { createJimp } from '@jimp/core';
import jpeg from '@jimp/js-jpeg';
import png from '@jimp/js-png';
import { remakePhoto } from './remakePhoto.server.ts';

const Jimp = createJimp({ formats: [jpeg, png], plugins: [] });

/** A picture whose left half is red and whose right half is blue. */
function picture(width: number, height: number) {
  const image = new Jimp({ width, height, color: 0x0000ffff });
  for (let y = 0; y < height; y += 1) for (let x = 0; x < width / 2; x += 1) image.setPixelColor(0xff0000ff, x, y);
  return image;
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
    const seen = await Jimp.fromBuffer(Buffer.from(kept));
    expect([seen.width, seen.height]).toEqual([60, 80]);
    const [top, bottom] = [seen.getPixelColor(30, 5) >>> 24, seen.getPixelColor(30, 75) >>> 24];
    expect(top).toBeGreaterThan(200);
    expect(bottom).toBeLessThan(60);
  });

  test('no longer than 1600 points on its long side; a small one as it is', async () => {
    const { width, height } = await remade(await new Jimp({ width: 1700, height: 68, color: 0x336699ff }).getBuffer('image/jpeg'));
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
    expect(await remakePhoto(bomb)).toEqual({ ok: false, problem: { code: 'photo too large' } });
  });
});
