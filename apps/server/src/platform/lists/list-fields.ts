import { Injectable } from '@nestjs/common';
import type { Currency } from '@steady/core/money';
import type { ListField } from './list-field';

interface Brought {
  /** Key of the field behind which they stand. */
  after: string;
  fields: ListField[];
}

/** Fields that areas bring to the lists of others: each knows its own tables, and the row of the list by its alias. */
@Injectable()
export class ListFields {
  private readonly brought = new Map<string, Brought[]>();

  /** @param list "clients", whose row is `c`, or "jobs", whose row is `j` with its client `c` */
  bring(list: string, after: string, fields: ListField[]): void {
    this.brought.set(list, [...(this.brought.get(list) ?? []), { after, fields }]);
  }

  /**
   * A list's own fields with those that were brought to it, each in its place; those whose place is not there stand last.
   *
   * @param currency of the firm, in which its amounts are
   */
  with(list: string, own: readonly ListField[], currency: Currency): ListField[] {
    const all = [...own];
    let left = this.brought.get(list) ?? [];
    // What stands behind a field that is brought itself waits until that one is there.
    for (let placed = true; placed && left.length > 0;) {
      placed = false;
      left = left.filter(({ after, fields }) => {
        const at = all.findIndex((field) => field.key === after);
        if (at === -1) return true;
        all.splice(at + 1, 0, ...fields);
        placed = true;
        return false;
      });
    }
    return [...all, ...left.flatMap(({ fields }) => fields)].map((field) => (field.kind === 'money' ? { ...field, currency } : field));
  }
}
