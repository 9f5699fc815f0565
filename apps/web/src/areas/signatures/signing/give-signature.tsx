import * as signaturesPortalRoutes from '@steady/contract/signatures-portal.routes';
import { type ReactNode, Suspense, lazy, useEffect, useState } from 'react';
import { fieldsLeft, isUnlike } from '@steady/core/signing';
import { counted } from '@steady/core/words';
import type { PortalAsk } from '@steady/contract/asks';
import { type FieldsToSign, GiveSignature, type PortalSignaturePart } from '@steady/contract/signatures';
import { ask as askOf } from '../../../app/api';
import { draftOf, dropDraft, keepDraft } from '../../../ui/drafts';
import { TickField } from '../../../ui/fields';
import { useLeafForm } from '../../../ui/form';
import { CodeStep } from './code-step';
import { RefusedWords } from './refused-words';
import { TermsStep } from './terms-step';
import { YourName } from './your-name';

const NO_CODE = 'Have the code sent, then type it here.';

const SignOnPages = lazy(async () => ({ default: (await import('./sign-on-pages')).SignOnPages }));

/** What was written and filled in before it was signed: it stays in the browser until the server has it. */
interface Begun {
  name: string;
  filled: Record<string, string | boolean>;
}
const draftName = (id: string) => `sign ${id}`;
function begunWith(id: string): Begun {
  try {
    return JSON.parse(draftOf(draftName(id)) ?? '') as Begun;
  } catch {
    return { name: '', filled: {} };
  }
}

interface Props {
  of: Pick<PortalAsk, 'partyId'> & Pick<PortalSignaturePart, 'documentName' | 'terms' | 'textTo' | 'isConfirmed'>;
  /** Where they sign; nothing as long as it is not known. */
  places: FieldsToSign | undefined;
  /** Where the document is. */
  address: string;
  /** ISO day. */
  today: string;
  sign(values: GiveSignature): Promise<unknown>;
  /** The last page of the document was in sight. */
  onLastPage?(): void;
  onRefuse(): void;
  /** What else can be done in place of signing. */
  children?: ReactNode;
}

/** The document page by page, what is to be filled in on it, the name, and the signature. */
export function GiveSignatureForm({ of, places, address, today, sign, onLastPage = () => undefined, onRefuse, children }: Props) {
  const { partyId: id, terms, textTo } = of;
  const [draws, setDraws] = useState(false);
  const [begun] = useState(() => begunWith(id));
  const [filled, setFilled] = useState(begun.filled);
  /** A name unlike the one we know was asked about. */
  const [askedAbout, setAskedAbout] = useState<string | null>(null);
  const [lacks, setLacks] = useState<string | null>(null);
  const [code, setCode] = useState('');
  const [codeFault, setCodeFault] = useState<string | null>(null);
  const [isConfirmed, setConfirmed] = useState(of.isConfirmed);
  const own = places?.fields ?? [];
  const left = fieldsLeft(own, filled);
  const { form, onSubmit, busy, problem } = useLeafForm<GiveSignature>({
    input: GiveSignature,
    start: { signedAs: begun.name, agreed: false },
    submit: async (values) => {
      setLacks(null);
      if (draws && !values.mark) return setLacks('Draw your name in the box, or choose “As typed”.');
      if (left.length > 0)
        return setLacks(`${counted(left.length, 'field is', 'fields are')} still empty. “Next field” leads to ${left.length === 1 ? 'it' : 'them'}.`);
      const name = values.signedAs.trim();
      if (places && askedAbout !== name && isUnlike(name, places.signer)) return setAskedAbout(name);
      if (textTo !== null && !isConfirmed) {
        const { why } = code.trim() === '' ? { why: NO_CODE } : await askOf(signaturesPortalRoutes.typeCode, { id }, { code });
        setCodeFault(why);
        if (why !== null) return;
        setConfirmed(true);
      }
      await sign({ ...values, ...(own.length > 0 ? { fields: filled } : {}) });
      dropDraft(draftName(id));
    },
  });
  const { register, watch, formState } = form;
  const { errors } = formState;
  const name = watch('signedAs').trim();
  useEffect(() => {
    if (name !== '' || Object.keys(filled).length > 0) keepDraft(draftName(id), JSON.stringify({ name, filled } satisfies Begun));
  }, [id, name, filled]);
  return (
    <form noValidate onSubmit={(event) => (event.preventDefault(), onSubmit())}>
      <RefusedWords words={problem ?? lacks} />
      <YourName form={form} draws={draws} onDraws={setDraws} withInitials={own.some(({ kind }) => kind === 'initials')} />
      {places && (
        <Suspense fallback={<p className="text-table text-soft">Opening the document …</p>}>
          <SignOnPages
            address={address}
            documentName={of.documentName}
            places={places}
            given={{ signature: watch('mark') ?? { way: 'typed', text: name }, initials: watch('initials') ?? null, fields: filled }}
            name={name}
            today={today}
            onFill={(field, value) => setFilled((all) => ({ ...all, [field]: value }))}
            onNameWanted={() => form.setError('signedAs', { message: 'Write your name first, as you sign.' }, { shouldFocus: true })}
            onLastPage={onLastPage}
          />
        </Suspense>
      )}
      {askedAbout !== null && askedAbout === name && (
        <p role="alert" className="mb-2 border border-ochre bg-ochre-tint px-2 py-1 text-table">
          You sign as “{name}”; we know you as {places?.signer}. If that is right, press Sign once more.
        </p>
      )}
      {terms && (
        <TermsStep
          of={terms}
          isAgreed={watch('termsId') === terms.id}
          onAgree={(agrees) => form.setValue('termsId', agrees ? terms.id : undefined)}
          error={errors.termsId?.message}
        />
      )}
      {textTo !== null && <CodeStep id={id} textTo={textTo} isConfirmed={isConfirmed} code={code} onType={setCode} error={codeFault} />}
      <TickField label="I have read the document and agree with it" {...register('agreed')} />
      {errors.agreed?.message && <p className="text-fine text-rust">{errors.agreed.message}</p>}
      <p className="mt-1 text-fine text-soft">Your name, the time and where you sign from are recorded with it.</p>
      <p className="mt-3 flex flex-wrap items-center gap-x-4 gap-y-2">
        <button className="act" disabled={busy}>
          Sign
        </button>
        <button type="button" className="lnk" onClick={onRefuse}>
          I do not sign this
        </button>
        {children}
      </p>
    </form>
  );
}
