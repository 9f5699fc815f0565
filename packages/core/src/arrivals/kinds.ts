const TAKEN: Readonly<Record<string, string>> = {
  'application/pdf': 'PDF',
  'image/jpeg': 'picture',
  'image/png': 'picture',
  'image/webp': 'picture',
  'image/gif': 'picture',
  'image/tiff': 'picture',
  'image/heic': 'picture',
  'image/heif': 'picture',
  'image/avif': 'picture',
  'image/bmp': 'picture',
  'application/vnd.openxmlformats-officedocument.wordprocessingml.document': 'document',
  'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet': 'table',
  'application/vnd.openxmlformats-officedocument.presentationml.presentation': 'slides',
  'application/vnd.oasis.opendocument.text': 'document',
  'application/vnd.oasis.opendocument.spreadsheet': 'table',
  'application/rtf': 'document',
  'text/plain': 'text',
};

/** What a kind of file that is taken from strangers is called; null for one that is not taken. @param kind media type */
export const kindInWords = (kind: string): string | null => TAKEN[kind] ?? null;
