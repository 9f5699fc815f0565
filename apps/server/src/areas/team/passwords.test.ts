import { expect, it } from 'vitest';
import { whyNotPassword } from './passwords';

const OWN = ['Orla Keane', 'orla-keane@marram-tern.example', 'Marram & Tern'];

it.each([
  ['harbour-lights-7', null],
  ['four plain words here', null],
  ['ü'.repeat(3) + 'ö grüne Bäume', null],
  ['short', 'Use at least 12'],
  ['', 'Use at least 12'],
  ['aaaaaaaaaaaa', 'repeats'],
  ['abababababababab', 'repeats'],
  ['Password12345!', 'first that are guessed'],
  ['123456789012', 'first that are guessed'],
  ['sunshine2026!!', 'first that are guessed'],
  ['Liverpool-1892', 'first that are guessed'],
  ['sunshine over the quay', null],
  ['OrlaKeane2026', 'mostly your name'],
  ['marram-tern-orla', 'mostly your name'],
  ['x'.repeat(100) + 'abcdef'.repeat(20), 'at most 200'],
])('"%s": %s', (password, why) => {
  const said = whyNotPassword(password, OWN);
  if (why === null) expect(said).toBeNull();
  else expect(said).toContain(why);
});
