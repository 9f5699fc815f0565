/** What of a vCard (RFC 6350) is brought in, under the headings that the mapping knows. */
const HEADINGS = ['Client', 'Contact', 'Role', 'Email', 'Telephone', 'Labels'];

const plain = (value: string) =>
  value
    .replace(/\\n/gi, ' ')
    .replace(/\\([,;\\])/g, '$1')
    .trim();

/** Reads vCards into a table: the organisation is the client and the person its contact; without one the person is the client. */
export function cardsFromText(text: string): string[][] {
  const unfolded = text.replace(/^\ufeff/, '').replace(/\r?\n[ \t]/g, '');
  const cards = unfolded.split(/^BEGIN:VCARD\s*$/im).slice(1);
  return [
    HEADINGS,
    ...cards.map((card) => {
      const first = (name: string) => {
        const line = new RegExp(`^(?:[\\w-]+\\.)?${name}(?:;[^:\\r\\n]*)?:(.*)$`, 'im').exec(card);
        return line ? line[1]!.trim() : '';
      };
      const organisation = plain(first('ORG').split(/(?<!\\);/)[0]!);
      const [last = '', given = ''] = first('N').split(/(?<!\\);/);
      const person = plain(first('FN')) || plain(`${given} ${last}`);
      return [
        organisation || person,
        person,
        plain(first('TITLE') || first('ROLE')),
        plain(first('EMAIL')),
        plain(first('TEL').replace(/^tel:/i, '')),
        plain(first('CATEGORIES')),
      ];
    }),
  ];
}
