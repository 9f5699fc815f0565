import type { Content } from 'pdfmake/interfaces';
import { INK, RULE, SOFT, printer } from '../../platform/paper';

/** A question on paper: what is asked, and what is answered, or room for it. */
export interface PaperQuestion {
  words: string;
  help: string | null;
  /** Where it is asked only of some: "only if ...". */
  onlyIf: string | null;
  /** Empty where nothing is answered yet. */
  answer: string;
  /** To be ticked, each. */
  choices: string[];
  columns: string[];
  /** So many lines to write on. */
  lines: number;
}

export interface QuestionnaireText {
  firm: { name: string; address: string };
  client: string;
  title: string;
  day: string;
  sections: { name: string; intro: string | null; questions: PaperQuestion[] }[];
}

const PAGE = 467;
const line = (): Content => ({ canvas: [{ type: 'line', x1: 0, y1: 0, x2: PAGE - 12, y2: 0, lineWidth: 0.5, lineColor: SOFT }], margin: [12, 16, 0, 0] });
const box = (text: string): Content => ({
  columns: [
    { width: 16, canvas: [{ type: 'rect', x: 0, y: 2, w: 9, h: 9, lineWidth: 0.7, lineColor: INK }] },
    { width: '*', text },
  ],
  margin: [12, 3, 0, 0],
});

const EMPTY_ROWS = 4;
const table = (columns: string[]): Content => ({
  margin: [12, 6, 0, 0],
  table: {
    headerRows: 1,
    widths: columns.map(() => '*'),
    heights: 18,
    body: [columns.map((text) => ({ text, color: SOFT, fontSize: 9 })), ...Array.from({ length: EMPTY_ROWS }, () => columns.map(() => ' '))],
  },
  layout: { hLineColor: () => RULE, vLineColor: () => RULE, hLineWidth: () => 0.6, vLineWidth: () => 0.6 },
});

function question({ words, help, onlyIf, answer, choices, columns, lines }: PaperQuestion, at: number): Content {
  const asked: Content[] = [{ text: `${at}.  ${words}`, bold: true, margin: [0, 12, 0, 0] }];
  if (onlyIf !== null) asked.push({ text: `Only if ${onlyIf}`, color: SOFT, fontSize: 9, margin: [12, 1, 0, 0] });
  if (help !== null) asked.push({ text: help, color: SOFT, fontSize: 9, margin: [12, 1, 0, 0] });
  if (answer !== '') asked.push({ text: answer, margin: [12, 4, 0, 0], preserveLeadingSpaces: true });
  else if (choices.length > 0) asked.push(...choices.map(box));
  else if (columns.length > 0) asked.push(table(columns));
  else asked.push(...Array.from({ length: lines }, line));
  return { stack: asked, unbreakable: true };
}

/** A questionnaire to be filled in by hand. @param at written into the file */
export function questionnairePdf({ firm, client, title, day, sections }: QuestionnaireText, at: Date): Promise<Uint8Array> {
  let number = 0;
  const content: Content[] = [
    { text: firm.name, font: 'Serif', bold: true, fontSize: 17 },
    { text: firm.address.replaceAll('\n', ', '), color: SOFT, fontSize: 9, margin: [0, 2, 0, 18] },
    { text: title, font: 'Serif', bold: true, fontSize: 16 },
    { text: `${client}, ${day}`, color: SOFT, margin: [0, 2, 0, 4] },
    ...sections.flatMap(({ name, intro, questions }): Content[] => [
      { text: name, font: 'Serif', bold: true, fontSize: 13, margin: [0, 20, 0, 0] },
      ...(intro === null ? [] : [{ text: intro, color: SOFT, margin: [0, 2, 0, 0] as [number, number, number, number] }]),
      ...questions.map((one) => question(one, (number += 1))),
    ]),
  ];
  return printer
    .createPdf({
      language: 'en',
      displayTitle: true,
      info: { title, author: firm.name, creationDate: at, modDate: at },
      pageSize: 'A4',
      pageMargins: [64, 56, 64, 48],
      defaultStyle: { font: 'Sans', fontSize: 10.5, color: INK, lineHeight: 1.15 },
      content,
    })
    .getBuffer();
}
