/** What stands against a photo that was sent. */
export const PHOTO_TROUBLE = {
  'too large': 'That is larger than 16 MB. A photo as the phone takes it is enough',
  'photo too large': 'This picture is too large to open. Use one of less than 50 megapixels, as a phone takes it',
  busy: 'Several photos are being processed. Send this one again in a moment',
  'not a photo': 'That is not a photo: JPEG or PNG, please',
} as const;
