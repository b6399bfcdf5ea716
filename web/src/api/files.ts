/** Files that are sent to the server. */
import { Refused } from './client';

/** A plan file has at most this many bytes; a larger one is refused before it is sent. */
export const PLAN_BYTES_LIMIT = 2_000_000;

export function tooLarge(file: File, word: string): Refused {
  const sentence = `${file.name} has ${Math.round(file.size / 1e6)} MB; a ${word} file has at most 2 MB. It was not read, and nothing was changed.`;
  const problem = { code: 'too-large', sentence, field: 'file', value: '', range: '' };
  return new Refused(413, [problem], null);
}
