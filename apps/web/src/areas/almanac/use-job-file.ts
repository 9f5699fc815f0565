import * as almanacRoutes from '@steady/contract/almanac.routes';
import * as jobFilesRoutes from '@steady/contract/job-files.routes';
import { type SetStateAction, useState } from 'react';
import type { HowItBegins } from '@steady/contract/how-it-begins';
import type { JobFile, JobFileRow } from '@steady/contract/job-files';
import { counted } from '@steady/core/words';
import { ask, send, upload } from '../../app/api';
import { useAct } from '../../app/use-act';
import { useNotify } from '../../ui/toasts';

/** So many rows begin in one go, so that it is seen to go on and no part takes long. */
const AT_ONCE = 25;
/** The first line after the headings. */
const FIRST_LINE = 2;

type Decided = Readonly<Record<number, string>>;
type Doubts = Readonly<Record<number, readonly { id: string; name: string }[]>>;

/** A file as it is held on the page: what its rows are, what was decided, and how the work of each service or procedure begins. */
interface Held extends JobFile {
  name: string;
  found: JobFileRow[];
  doubts: Doubts;
  decided: Decided;
  begins: Readonly<Record<string, HowItBegins>>;
}

const asked = ({ mapping, rows, decided }: Pick<Held, 'mapping' | 'rows' | 'decided'>, from = FIRST_LINE, until = Infinity) => ({
  mapping: mapping.map((key) => key ?? ''),
  rows: rows.slice(from - FIRST_LINE, until - FIRST_LINE).map((cells) => ({ cells })),
  from,
  decisions: Object.entries(decided)
    .map(([line, as]) => ({ line: Number(line), as }))
    .filter(({ line, as }) => as !== '' && line >= from && line < until),
});

/** What was in doubt stays to be chosen from, also once it is decided: a choice can be made otherwise. */
const inDoubt = (found: readonly JobFileRow[], before: Doubts): Doubts => ({
  ...before,
  ...Object.fromEntries(found.flatMap(({ line, verdict }) => (verdict.kind === 'doubtful' ? [[line, verdict.candidates] as const] : []))),
});

/** A file of jobs: read, looked at whenever something of it changes, begun part by part, undone as one. */
export function useJobFile() {
  const notify = useNotify();
  const { act, busy } = useAct();
  const [file, setFile] = useState<Held | null>(null);
  /** How many rows have been gone through, while jobs begin. */
  const [done, setDone] = useState<number | null>(null);

  const look = async (next: Omit<Held, 'found'>) => {
    const found = await ask(jobFilesRoutes.look, {}, asked(next));
    setFile({ ...next, found, doubts: inDoubt(found, next.doubts) });
  };
  const change = (more: Partial<Held>) => file && void act(() => look({ ...file, ...more }));

  const undo = async (id: string) => {
    const { takenBack, left } = await send(almanacRoutes.undoSeason, { id });
    notify(`Undone: ${counted(takenBack, 'job')}${left > 0 ? `; ${left} stay, somebody has worked on them` : ''}.`);
  };
  const beginAll = async (of: Held) => {
    const id = crypto.randomUUID();
    const begins = Object.entries(of.begins).map(([key, how]) => ({ of: key, begins: how }));
    let begun = 0;
    try {
      for (let from = FIRST_LINE; from < of.rows.length + FIRST_LINE; from += AT_ONCE) {
        setDone(from - FIRST_LINE);
        begun += (await send(jobFilesRoutes.begin, {}, { id, what: of.name, begins, ...asked(of, from, from + AT_ONCE) })).begun;
      }
      setFile(null);
    } catch (refused) {
      // What has begun by then is there already: the page says so, and the rest can be put right.
      await look(of);
      throw refused;
    } finally {
      setDone(null);
      if (begun > 0) notify(`Began ${counted(begun, 'job')}.`, 'done', { words: 'Undo', act: () => void act(() => undo(id)) });
    }
  };
  return {
    file,
    busy,
    done,
    choose: (chosen: File) =>
      void act(async () => look({ ...(await upload(jobFilesRoutes.read, {}, chosen)), name: chosen.name, doubts: {}, decided: {}, begins: {} })),
    close: () => setFile(null),
    map: (mapping: string[]) => change({ mapping: mapping.map((key) => key || null) }),
    decide: (line: number, as: string) => file && change({ decided: { ...file.decided, [line]: as } }),
    mend: (line: number, column: number, text: string) =>
      file && change({ rows: file.rows.map((row, at) => (at === line - FIRST_LINE ? row.with(column, text) : row)) }),
    settle: (of: string, next: SetStateAction<HowItBegins>) =>
      setFile((before) => before && { ...before, begins: { ...before.begins, [of]: typeof next === 'function' ? next(before.begins[of] ?? {}) : next } }),
    begin: () => file && void act(() => beginAll(file)),
  };
}
