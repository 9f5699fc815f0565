import * as routes from '@steady/contract/questionnaires.routes';
import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { counted } from '@steady/core/words';
import { type Answers, type Questionnaire, questionnaireFaults, questionsOf } from '@steady/core/questionnaires';
import type { QuestionnaireTemplateView, QuestionnaireView } from '@steady/contract/questionnaires';
import { ProblemError, send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { WhoMay } from '../../app/who-may';
import { Problem } from '../../ui/faults';
import { TextField } from '../../ui/fields';
import { Leaf } from '../../ui/leaf';
import { MoreMenu } from '../../ui/more-menu';
import { Page, Trouble } from '../../ui/page';
import { useNotify } from '../../ui/toasts';
import { useUnsaved } from '../../ui/unsaved';
import { useKnownFacts } from '../rules';
import { FillIn } from './fill-in';
import { EMPTY, newKey, tidy } from './pieces';
import { SectionEditor } from './section-editor';

const NEW: QuestionnaireTemplateView = { id: 'new', name: '', version: 0, retired: false, definition: EMPTY };

/** One questionnaire of the firm, to be changed. */
export function QuestionnairePage() {
  const { id = 'new' } = useParams();
  const { data, error } = useData(routes.view, id === 'new' ? null : { id });
  if (error) return <Trouble error={error} />;
  const of = id === 'new' ? NEW : data;
  return of ? <Editing key={`${of.id} ${of.version}`} of={of} /> : null;
}

function Editing({ of }: { of: QuestionnaireTemplateView }) {
  const session = useSession();
  const mayChange = session.may('change services');
  const navigate = useNavigate();
  const notify = useNotify();
  const { act, busy: acting } = useAct();
  const facts = useKnownFacts();
  const [name, setName] = useState(of.name);
  const [draft, setDraft] = useState<Questionnaire>(of.definition);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const [trying, setTrying] = useState(false);
  const unsaved = useUnsaved(busy, mayChange && (name !== of.name || draft !== of.definition));
  const { sections } = draft;
  const save = async () => {
    const definition = tidy(draft);
    const faults = [...(name.trim() === '' ? ['Give the questionnaire a name.'] : []), ...questionnaireFaults(definition)];
    if (faults.length > 0) return setProblem(faults.slice(0, 4).join(' '));
    setBusy(true);
    setProblem(null);
    try {
      if (of.id === 'new') {
        const { id } = await send(routes.add, {}, { name, definition });
        unsaved.settle();
        void navigate(`/firm/questionnaires/${id}`, { replace: true });
      } else await send(routes.change, { id: of.id }, { name, definition, version: of.version });
      notify(`Saved. Clients who are asked already go on with what they were asked.`);
    } catch (caught) {
      if (!(caught instanceof ProblemError)) throw caught;
      setProblem(caught.words);
    } finally {
      setBusy(false);
    }
  };
  const retire = of.retired
    ? { words: 'Offer it again', act: () => void act(() => send(routes.offerAgain, { id: of.id }), 'It is offered again.') }
    : { words: 'Offer it no more', act: () => void act(() => send(routes.retire, { id: of.id }), 'It is not offered any more. What was asked stays.') };
  return (
    <Page
      title={of.name || 'New questionnaire'}
      sum={
        of.id === 'new'
          ? 'Sections and questions; where an answer goes in the record.'
          : `Version ${of.version}: ${counted(sections.length, 'section')}, ${counted(questionsOf(draft).length, 'question')}${of.retired ? '; not offered any more' : ''}.`
      }
      tools={
        <>
          <WhoMay right="change services" act="Questionnaires are changed" />
          {mayChange && (
            <button className="act" disabled={busy || acting} onClick={() => void save()}>
              Save
            </button>
          )}
          <button className="act-quiet" onClick={() => setTrying(true)}>
            Try it as a client
          </button>
          {mayChange && of.id !== 'new' && <MoreMenu of={of.name} acts={[retire]} />}
        </>
      }
    >
      <Problem words={problem} />
      <fieldset disabled={!mayChange}>
        <TextField label="Name" value={name} onChange={({ target }) => setName(target.value)} />
      </fieldset>
      {sections.map((section) => (
        <SectionEditor
          key={section.key}
          of={section}
          within={draft}
          facts={facts}
          mayChange={mayChange}
          onChange={(next) => setDraft({ ...draft, sections: sections.map((one) => (one.key === section.key ? next : one)) })}
          onRemove={sections.length > 1 ? () => setDraft({ ...draft, sections: sections.filter((one) => one.key !== section.key) }) : undefined}
        />
      ))}
      {mayChange && (
        <button
          className="act-quiet"
          onClick={() => {
            const key = newKey(
              'section',
              sections.map((one) => one.key),
            );
            const question = newKey(
              'question',
              questionsOf(draft).map((one) => one.key),
            );
            setDraft({ ...draft, sections: [...sections, { key, name: '', questions: [{ key: question, kind: 'short text', words: '' }] }] });
          }}
        >
          Add a section
        </button>
      )}
      {trying && <TryLeaf of={tidy(draft)} name={name} onClose={() => setTrying(false)} />}
    </Page>
  );
}

/** The questionnaire as a client fills it in; nothing of it is kept. */
function TryLeaf({ of, name, onClose }: { of: Questionnaire; name: string; onClose(): void }) {
  const { firm } = useSession();
  const notify = useNotify();
  const [answers, setAnswers] = useState<Answers>({});
  const faults = questionnaireFaults(of);
  const view: QuestionnaireView = {
    askId: 'trial',
    title: name,
    client: 'A client',
    currency: firm.currency,
    definition: of,
    answers,
    facts: {},
    last: null,
    sentBack: {},
    files: {},
    masked: [],
    sentInAt: null,
    isOpen: true,
  };
  return (
    <Leaf open broad title={`As a client sees it: ${name}`} onClose={onClose}>
      {faults.length > 0 ? (
        <Problem words={faults.slice(0, 4).join(' ')} />
      ) : (
        <FillIn
          view={view}
          save={(key, value) => {
            setAnswers((now) => {
              const { [key]: _, ...others } = now;
              return value === null ? others : { ...others, [key]: value };
            });
            return Promise.resolve();
          }}
          addFile={() => () => Promise.resolve()}
          sameAgain={() => Promise.resolve()}
          sendIn={() => {
            notify('Here it would be sent in. Nothing of this trial is kept.');
            onClose();
            return Promise.resolve();
          }}
        />
      )}
    </Leaf>
  );
}
