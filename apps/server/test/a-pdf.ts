import { randomUUID } from 'node:crypto';

/** A PDF of one page, as small as one can be, and another one each time. @param words of which it is told from others */
export function aPdf(words: string = randomUUID()): Buffer {
  const objects = [
    '<< /Type /Catalog /Pages 2 0 R >>',
    '<< /Type /Pages /Kids [3 0 R] /Count 1 >>',
    `<< /Type /Page /Parent 2 0 R /MediaBox [0 0 595 842] /Told (${words.replace(/[()\\]/g, '')}) >>`,
  ];
  let text = '%PDF-1.4\n';
  const starts = objects.map((object, at) => {
    const start = text.length;
    text += `${at + 1} 0 obj\n${object}\nendobj\n`;
    return start;
  });
  const table = text.length;
  text += `xref\n0 4\n0000000000 65535 f \n${starts.map((start) => `${String(start).padStart(10, '0')} 00000 n \n`).join('')}`;
  return Buffer.from(`${text}trailer\n<< /Size 4 /Root 1 0 R >>\nstartxref\n${table}\n%%EOF\n`, 'latin1');
}
