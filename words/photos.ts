/** What stands against a photo that was sent. */
export const PHOTO_TROUBLE = {
  'too large': 'This file is larger than 16 MB. Use a photo as your phone takes it',
  'photo too large': 'This picture is too large to open. Use one with fewer than 50 megapixels',
  busy: 'Several photos are being processed. Send this one again in a moment',
  'not a photo': 'This is not a photo. Choose a JPEG or PNG file',
} as const;
