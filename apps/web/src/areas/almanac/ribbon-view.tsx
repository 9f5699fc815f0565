import * as almanacRoutes from '@steady/contract/almanac.routes';
import { type Active, DndContext, DragOverlay, type Over, pointerWithin, useDraggable } from '@dnd-kit/core';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { addWorkingDays, civil, weekStart } from '@steady/core/calendar';
import { fullDate } from '@steady/core/words';
import type { AlmanacView, ObligationView } from '@steady/contract/almanac';
import { useData } from '../../app/api';
import { useKeys } from '../../app/keys';
import { useSession } from '../../app/session';
import type { RowProps } from '../../ui/ledger-table';
import { useHands } from '../../ui/order-grip';
import { Trouble } from '../../ui/page';
import { useNotify } from '../../ui/toasts';
import { WantedBetween } from '../asks';
import { useAlmanacFilter } from './almanac-filter';
import type { Frame } from './frame';
import { DeadlineTable } from './deadline-table';
import { MoveTargetLeaf, useMoveTarget } from './move-target';
import { Ribbon } from './ribbon';
import { RibbonHead, RibbonSpan, RibbonSum, canMove } from './ribbon-words';

/** Eight weeks with the deadlines of the one that is open: the one picked, else the first from this week in which anything falls. */
function useRibbon(from: string | null, picked: string | null) {
  const session = useSession();
  const { filter } = useAlmanacFilter();
  const { data: almanac, error } = useData(almanacRoutes.ribbon, { from, ...filter });
  const showsOverdue = picked === 'overdue';
  const thisWeek = weekStart(session.day).toString();
  const week = picked ?? (almanac && firstBusy(almanac, thisWeek)) ?? thisWeek;
  const { data: overdue } = useData(almanacRoutes.overdue, almanac && showsOverdue ? filter : null);
  const { data: ofWeek } = useData(almanacRoutes.week, almanac && !showsOverdue ? { from: week, ...filter } : null);
  const deadlines = showsOverdue ? overdue : ofWeek;
  return { almanac, error, thisWeek, week, showsOverdue, deadlines };
}

/** Eight weeks as columns; press one and its deadlines open below. A job's own target is moved by dragging its row onto a week. */
export function RibbonView({ frame }: { frame: Frame }) {
  const session = useSession();
  const notify = useNotify();
  const [search, setSearch] = useSearchParams();
  const { filter } = useAlmanacFilter();
  const [dragged, setDragged] = useState<{ of: ObligationView; over: string | null } | null>(null);
  const [moving, setMoving] = useState<{ of: ObligationView; to: string } | null>(null);
  const hands = useHands();
  const { move } = useMoveTarget();
  const picked = search.get('week');
  const { almanac, error, thisWeek, week, showsOverdue, deadlines } = useRibbon(search.get('from'), picked);
  const target = dragged?.over ? targetIn(dragged.of, dragged.over) : null;
  const { data: moved } = useData(almanacRoutes.load, dragged && target && almanac ? { from: almanac.weeks[0]!.week, job: dragged.of.jobId, target } : null);
  const change = (edit: (next: URLSearchParams) => void) => {
    const next = new URLSearchParams(search);
    edit(next);
    setSearch(next);
  };
  const go = (weeks: number) =>
    almanac &&
    change((next) => {
      next.set('from', civil(almanac.weeks[0]!.week).add({ weeks }).toString());
      next.delete('week');
    });
  useKeys([
    { press: 'h', does: 'four weeks back', act: () => void go(-4) },
    { press: 'l', does: 'four weeks on', act: () => void go(4) },
  ]);
  if (error) return <Trouble error={error} />;
  if (!almanac) return null;
  const drop = (of: ObligationView, onto: string) => {
    const day = targetIn(of, onto);
    if (!day) return notify(`${of.name} is due ${fullDate(civil(of.dueOn))}: our target lies before it. A deadline moves only by an extension.`, 'problem');
    if (day !== of.targetOn) void move(of, day);
  };
  return frame.page({
    sum: <RibbonSum of={almanac} byTarget={filter.by === 'target'} onOverdue={() => change((next) => next.set('week', 'overdue'))} />,
    span: <RibbonSpan of={almanac} away={search.has('from')} onGo={go} onBack={() => change((next) => (next.delete('from'), next.delete('week')))} />,
    children: (
      <DndContext
        sensors={hands}
        collisionDetection={pointerWithin}
        onDragStart={({ active }) => setDragged({ of: ofDrag(active), over: null })}
        onDragOver={({ active, over }) => setDragged({ of: ofDrag(active), over: weekOf(over) })}
        onDragCancel={() => setDragged(null)}
        onDragEnd={({ active, over }) => {
          setDragged(null);
          const onto = weekOf(over);
          if (onto) drop(ofDrag(active), onto);
        }}
      >
        <Ribbon
          almanac={almanac}
          picked={showsOverdue ? null : week}
          thisWeek={thisWeek}
          onPick={(monday) => change((next) => next.set('week', monday))}
          moved={(target && moved) || null}
        />
        <RibbonHead
          week={showsOverdue ? 'overdue' : week}
          deadlines={deadlines}
          hint={dragged ? dragWords(dragged.over, target) : null}
          asList={picked !== null}
          earlier={showsOverdue ? 0 : almanac.earlierOverdue}
          onOverdue={() => change((next) => next.set('week', 'overdue'))}
        />
        {deadlines && (
          <DeadlineTable
            label={showsOverdue ? 'Overdue deadlines' : 'Deadlines of the week'}
            obligations={deadlines}
            byTarget={filter.by === 'target'}
            empty={showsOverdue ? 'Nothing is overdue.' : 'No deadline falls in this week. Press another week above.'}
            rowKeys={
              session.may('do work')
                ? [{ press: 'm', does: 'move our target of the row', act: (row) => canMove(row) && setMoving({ of: row, to: row.targetOn }) }]
                : []
            }
            RowPart={OntoWeek}
          />
        )}
        <Wanted week={week} person={filter.person} />
        {moving && <MoveTargetLeaf of={moving.of} weeks={almanac.weeks} onClose={() => setMoving(null)} />}
        <DragOverlay dropAnimation={null}>
          {dragged && (
            <p className="sheet w-max cursor-grabbing px-3 py-1 text-table shadow-menu">
              <strong>{dragged.of.client}</strong> {dragged.of.name}
            </p>
          )}
        </DragOverlay>
      </DndContext>
    ),
  });
}

/** What is wanted from clients in the week, or what was before today. */
function Wanted({ week, person }: { week: string; person: string | undefined }) {
  const { day } = useSession();
  if (week === 'overdue') return <WantedBetween until={day.subtract({ days: 1 }).toString()} person={person} />;
  return <WantedBetween from={week} until={civil(week).add({ days: 6 }).toString()} person={person} />;
}

/** The first week from this one in which anything falls. */
const firstBusy = ({ weeks, rows }: AlmanacView, thisWeek: string) =>
  weeks.find((one, at) => one.week >= thisWeek && rows.some((row) => row.cells[at]!.count > 0))?.week;

const dragWords = (over: string | null, target: string | null): string => {
  if (target) return `Our target would be ${fullDate(civil(target))}`;
  return over ? 'That is after its deadline' : 'Drop it on a week above';
};

const ofDrag = (active: Active) => active.data.current as ObligationView;
const weekOf = (over: Over | null) => (over?.data.current as { week: string } | undefined)?.week ?? null;

/** A deadline of which our target can be dragged onto another week. */
function OntoWeek({ of, ...row }: RowProps<ObligationView>) {
  const disabled = !useSession().may('do work') || !canMove(of);
  const { setNodeRef, listeners, isDragging } = useDraggable({ id: of.id, data: of, disabled });
  return <tr {...row} {...listeners} ref={setNodeRef} className={`${row.className ?? ''} ${isDragging ? 'opacity-50' : ''}`} />;
}

/** Our target in another week: the same weekday, at most a working day before the deadline; none where the deadline is over by then. */
function targetIn(of: ObligationView, monday: string): string | null {
  const wanted = civil(monday).add({ days: Math.min(civil(of.targetOn).dayOfWeek, 5) - 1 });
  const latest = civil(of.dueOn);
  if (wanted.until(latest).days >= 0) return wanted.toString();
  return civil(monday).until(latest).days >= 0 ? addWorkingDays(latest, latest.dayOfWeek > 5 ? -1 : 0).toString() : null;
}
