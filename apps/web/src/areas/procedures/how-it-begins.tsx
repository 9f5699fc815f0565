import * as postRoutes from '@steady/contract/post.routes';
import { type Dispatch, type SetStateAction, useState } from 'react';
import type { GoesOut, TaskRole } from '@steady/core/procedures';
import type { HowItBegins } from '@steady/contract/how-it-begins';
import type { MessageWords } from '@steady/contract/post';
import type { OnPaperBefore } from '@steady/contract/procedures';
import { useAsked, useData } from '../../app/api';
import { useTeam } from '../../app/session';
import { LongTextField, TextField } from '../../ui/fields';
import { PersonSelect } from '../../ui/person-select';

export interface Settling {
  begins: HowItBegins;
  onBegins: Dispatch<SetStateAction<HowItBegins>>;
}

const ROLE_WORDS: Record<TaskRole, string> = { preparer: 'Preparer', manager: 'Manager', partner: 'Partner' };

/** Who does it: where a client has nobody in a role, and for single phases. */
export function WhoDoesIt({ of, begins, onBegins }: Settling & { of: readonly OnPaperBefore[] }) {
  const { nameOf } = useTeam();
  const lacking = [...new Set(of.flatMap((one) => one.nobodyAs))];
  // Phases of several procedures would stand beside each other without a word which is whose.
  const phases = of.length === 1 ? of[0]!.phases : [];
  const ofPhase = (key: string) => begins.phases?.find((one) => one.phaseKey === key)?.memberId ?? '';
  const setPhase = (phaseKey: string, memberId: string) =>
    onBegins(({ phases: before = [], ...rest }) => ({
      ...rest,
      phases: [...before.filter((one) => one.phaseKey !== phaseKey), ...(memberId ? [{ phaseKey, memberId }] : [])],
    }));
  return (
    <div className="mt-2">
      {lacking.map((role) => (
        <PersonSelect
          key={role}
          label={`${ROLE_WORDS[role]}, where a client has none`}
          nobody="Nobody: the tasks are given to somebody later"
          value={begins[role] ?? ''}
          onChange={({ target }) => onBegins((before) => ({ ...before, [role]: target.value || undefined }))}
        />
      ))}
      {phases.length > 1 && (
        <details>
          <summary className="lnk cursor-pointer">Choose people by phase</summary>
          <div className="mt-2 grid grid-cols-2 gap-x-4 max-sm:grid-cols-1">
            {phases.map((phase) => (
              <PersonSelect
                key={phase.key}
                label={phase.name}
                nobody={phase.memberId ? `As the procedure says: ${nameOf(phase.memberId)}` : 'As usual at the client'}
                value={ofPhase(phase.key)}
                onChange={({ target }) => setPhase(phase.key, target.value)}
              />
            ))}
          </div>
        </details>
      )}
    </div>
  );
}

/** Named before the rest is only counted. */
const NAMED = 8;

/** What leaves the house as soon as the jobs begin: who gets what, each to be read and to be left out. */
export function WhatGoesOut({ of: { goesOut }, begins, onBegins }: Settling & { of: OnPaperBefore }) {
  if (goesOut.length === 0) return <p className="text-soft">Nothing is sent to clients when it begins.</p>;
  const leaveOut = begins.leaveOut ?? [];
  const reword = (key: string, words: MessageWords | null) =>
    onBegins(({ reworded = [], ...rest }) => {
      const others = reworded.filter((one) => one.key !== key);
      const all = words ? [...others, { key, ...words }] : others;
      return all.length > 0 ? { ...rest, reworded: all } : rest;
    });
  const leave = (key: string, out: boolean) =>
    onBegins((before) => ({ ...before, leaveOut: out ? [...(before.leaveOut ?? []), key] : (before.leaveOut ?? []).filter((one) => one !== key) }));
  const byKey = new Map<string, GoesOut[]>();
  for (const one of goesOut) byKey.set(one.key, [...(byKey.get(one.key) ?? []), one]);
  return (
    <fieldset className="mt-1 border border-ochre bg-ochre-tint px-3 py-1.5">
      <legend className="sr-only">What is sent at once</legend>
      <p className="font-semibold">Sent outside the firm at once, and not to be taken back:</p>
      {[...byKey].map(([key, all]) => (
        <OneThing
          key={key}
          all={all}
          sent={!leaveOut.includes(key)}
          onSent={(sent) => leave(key, !sent)}
          words={begins.reworded?.find((one) => one.key === key)}
          onWords={(words) => reword(key, words)}
        />
      ))}
    </fieldset>
  );
}

interface Worded {
  /** In place of the kept ones; undefined while those hold. */
  words: MessageWords | undefined;
  onWords(words: MessageWords | null): void;
}

function OneThing({ all, sent, onSent, ...worded }: Worded & { all: readonly GoesOut[]; sent: boolean; onSent(sent: boolean): void }) {
  const [reading, setReading] = useState(false);
  const [first] = all;
  if (!first) return null;
  const named = all.slice(0, NAMED).map((one) => `${one.client} (${one.to.join(', ')})`);
  return (
    <div className="py-0.5">
      <label className="flex items-baseline gap-1.5">
        <input type="checkbox" checked={sent} onChange={({ target }) => onSent(target.checked)} />
        <span className={sent ? '' : 'text-soft line-through'}>
          {first.what}: {named.join('; ')}
          {all.length > NAMED && ` and ${all.length - NAMED} more`}
          {worded.words && (
            <>
              , <b>in other words</b>
            </>
          )}
        </span>
      </label>
      {first.templateId !== null && (
        <button type="button" className="lnk ml-5" aria-expanded={reading} onClick={() => setReading(!reading)}>
          {reading ? 'Close the message' : `Read it as ${first.client} gets it`}
        </button>
      )}
      {reading && first.templateId !== null && <AsSent templateId={first.templateId} clientId={first.clientId} {...worded} />}
    </div>
  );
}

/** A message with what is known of one client filled in; for this start its words can be others. */
function AsSent({ templateId, clientId, words, onWords }: Worded & { templateId: string; clientId: string }) {
  const { data: templates } = useData(postRoutes.kept);
  const kept = templates?.find((one) => one.id === templateId);
  const { subject, body } = words ?? kept ?? { subject: '', body: '' };
  const { data: tried } = useAsked(postRoutes.tryOut, {}, kept ? { subject, body, clientId } : null);
  if (!kept) return null;
  return (
    <div className="mt-1 ml-5 border border-rule bg-page px-3 py-2">
      {words ? (
        <>
          <TextField label="Subject" value={subject} onChange={({ target }) => onWords({ subject: target.value, body })} />
          <LongTextField
            label="What the clients read, this time"
            rows={5}
            hint="What is in braces is filled in for each client. The kept message stays as it is."
            value={body}
            onChange={({ target }) => onWords({ subject, body: target.value })}
          />
          <button type="button" className="lnk" onClick={() => onWords(null)}>
            Use the kept words
          </button>
        </>
      ) : (
        <button type="button" className="lnk" onClick={() => onWords({ subject, body })}>
          Change the words for this start
        </button>
      )}
      {tried && (
        <div className="mt-2" aria-live="polite">
          <p className="font-semibold">{tried.subject}</p>
          <p className="whitespace-pre-wrap">{tried.body}</p>
          {tried.missing.length > 0 && <p className="soon mt-1">Not known: {tried.missing.join(', ')}.</p>}
          {tried.unknown.length > 0 && <p className="late mt-1">Nothing can be filled in for {tried.unknown.map((place) => `{${place}}`).join(', ')}.</p>}
        </div>
      )}
    </div>
  );
}
