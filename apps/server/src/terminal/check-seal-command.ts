import { resolve } from 'node:path';
import { type SigningRecord, checkSigned, howConfirmed, momentOnRecord, sealVerdict } from '@steady/core/signing';

const HELP = `npm run check-seal FILE
Checks the seals of a PDF: whose they are, when they were put there, and that nothing was changed since.
Nothing is asked of anybody. Compare the fingerprint with the one that the firm publishes.`;

const recordLines = ({ title, client, signers, zone }: SigningRecord): string[] => [
  '',
  `Signing record: ${title}, for ${client}`,
  ...signers.flatMap((one) => [
    `  ${one.name}${one.signedAs === null ? '' : `, signed as "${one.signedAs}"`}, ${momentOnRecord(one.at, zone)}`,
    `    ${howConfirmed(one)}`,
  ]),
];

/**
 * What the command says of a file.
 *
 * @param from the folder from which the path is meant
 * @param read brings the file; may throw
 * @returns whether the file is sealed and unchanged: the command ends well only then
 */
export async function checkSealCommand([path]: string[], from: string, read: (path: string) => Uint8Array): Promise<{ said: string; isWhole: boolean }> {
  if (path === undefined || path === '--help') return { said: HELP, isWhole: path === '--help' };
  let file: Uint8Array;
  try {
    file = read(resolve(from, path));
  } catch {
    return { said: `There is no file ${path} that can be read.`, isWhole: false };
  }
  const found = await checkSigned(file);
  const verdict = sealVerdict(found, null, (moment) => momentOnRecord(moment, 'UTC'));
  const seals = found.seals.flatMap(({ by, fingerprint, from: begins, until, wrong }, at) => [
    '',
    `Seal ${at + 1} of ${found.seals.length}: ${by}${wrong === null ? '' : `. ${wrong}`}`,
    `  fingerprint  ${fingerprint || 'none'}`,
    ...(begins === '' ? [] : [`  good         ${begins.slice(0, 10)} to ${until.slice(0, 10)}`]),
  ]);
  const said = [verdict.title, ...verdict.lines, ...seals, ...(found.record ? recordLines(found.record) : [])];
  return { said: said.join('\n'), isWhole: verdict.is === 'whole' };
}
