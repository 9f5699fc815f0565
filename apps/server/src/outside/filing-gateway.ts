/** What takes returns for an authority, as the application sees it. */
export interface Filing {
  authority: string;
  /** "VAT return, Mar-Apr 2026, Dunmarra Oysters Ltd" */
  what: string;
}

export abstract class FilingGateway {
  /** Files once for each key; asked again, it gives the same receipt. */
  abstract file(firmId: string, key: string, filing: Filing): Promise<{ receipt: string; at: string }>;
}
