import { expect, it } from 'vitest';
import { codeOfStep, fits, newRecoveryCodes, newSecondStep, otpAddress, stepOf } from './second-step';

/** The secret of the test values in RFC 6238, appendix B: "12345678901234567890". */
const SECRET = 'GEZDGNBVGY3TQOJQGEZDGNBVGY3TQOJQ';

it.each([
  [59, '287082'],
  [1_111_111_109, '081804'],
  [1_111_111_111, '050471'],
  [1_234_567_890, '005924'],
  [2_000_000_000, '279037'],
])('gives the code of RFC 6238 at %d seconds', (seconds, code) => {
  expect(codeOfStep(SECRET, stepOf(seconds * 1000))).toBe(code);
});

it('takes a code one step early or late, with spaces, and only once', () => {
  const now = stepOf(59_000);
  expect(fits(SECRET, '287 082', now, null)).toBe(now);
  expect(fits(SECRET, '287082', now + 1, null)).toBe(now);
  expect(fits(SECRET, '287082', now - 1, null)).toBe(now);
  expect(fits(SECRET, '287082', now + 2, null)).toBeNull();
  expect(fits(SECRET, '287082', now, now)).toBeNull();
  expect(fits(SECRET, '', now, null)).toBeNull();
});

it('makes secrets of 160 bits that an authenticator can read', () => {
  const secret = newSecondStep();
  expect(secret).toMatch(/^[A-Z2-7]{32}$/);
  expect(newSecondStep()).not.toBe(secret);
  expect(otpAddress('Marram & Tern', 'orla@marram-tern.example', secret)).toContain(
    `otpauth://totp/Marram%20%26%20Tern:orla%40marram-tern.example?secret=${secret}`,
  );
});

it('makes ten recovery codes, all different', () => {
  const codes = newRecoveryCodes();
  expect(new Set(codes).size).toBe(10);
  for (const code of codes) expect(code).toMatch(/^[a-z2-9]{5}-[a-z2-9]{5}$/);
});
