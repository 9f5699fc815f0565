import * as dropOffRoutes from '@steady/contract/drop-off.routes';
import { useRef, useState } from 'react';
import { useParams } from 'react-router';
import type { DropOffDoor } from '@steady/contract/arrivals';
import { addressOf, upload, useData } from '../../app/api';
import { useTitle } from '../../app/use-title';
import { dropDraft } from '../../ui/drafts';
import { NoPublicPage, PublicPage } from '../../ui/public-page';
import { useSendingFiles } from '../../ui/sending-files';
import { setZone } from '../../ui/words';
import { CodeStep } from './drop-off-code';
import { DropOffForm, draftName } from './drop-off-form';
import { SentHereList, type SendingTo } from './drop-off-sent';

/** The public page of a firm: a message and files are left, confirmed by a code from the mail. */
export function DropOffPage() {
  const { address = '' } = useParams();
  const { data: door, error } = useData(dropOffRoutes.door, { address });
  useTitle(door?.firm);
  if (error) return <NoPublicPage error={error} />;
  // Moments are said on the clock of the firm.
  if (door) setZone(door.zone);
  return door ? <DropOff key={address} address={address} of={door} /> : null;
}

function DropOff({ address, of }: { address: string; of: DropOffDoor }) {
  /** Files that were chosen before the code came. */
  const held = useRef<File[]>([]);
  const files = useSendingFiles();
  const [to, setTo] = useState('');
  const sending: SendingTo = {
    of: (id) => (id === to ? files : null),
    send: (id, chosen) => {
      setTo(id);
      void files.send(chosen, (file) => upload(dropOffRoutes.addFile, { address, id }, file));
    },
  };
  /** Those whose code is not waited for any more: the address was another one. */
  const [left, setLeft] = useState<readonly string[]>([]);
  const [another, setAnother] = useState(false);
  const waiting = of.sent.find(({ id, waitsForCode }) => waitsForCode && !left.includes(id));
  const arrived = of.sent.filter(({ waitsForCode }) => !waitsForCode);
  return (
    <PublicPage firm={of.firm} logo={of.hasLogo ? addressOf(dropOffRoutes.logo, { address }) : null}>
      {waiting ? (
        <CodeStep
          key={waiting.id}
          address={address}
          of={waiting}
          files={held.current.length}
          onConfirmed={() => {
            const chosen = held.current;
            held.current = [];
            dropDraft(draftName(address));
            setAnother(false);
            sending.send(waiting.id, chosen);
          }}
          onBack={() => setLeft([...left, waiting.id])}
        />
      ) : arrived[0]?.takesFiles && !another ? (
        <>
          <h1 className="mt-5 text-[22px]">It has arrived, thank you</h1>
          <p className="mt-1">{of.firm} will answer you by mail. You can still add files to it for a day.</p>
          <SentHereList of={arrived} today={of.today} sending={sending} />
          {of.isOn && (
            <button className="act-quiet mt-4 max-sm:min-h-11" onClick={() => setAnother(true)}>
              Leave something else
            </button>
          )}
        </>
      ) : (
        <>
          <h1 className="mt-5 text-[22px]">Leave something for us</h1>
          <p className="mt-1 whitespace-pre-line">{of.welcome}</p>
          {of.hours && (
            <p className="mt-2 whitespace-pre-line text-soft">
              <b className="font-semibold text-ink">Opening hours</b>
              {'\n'}
              {of.hours}
            </p>
          )}
          {of.isOn ? (
            <DropOffForm address={address} of={of} chosen={held.current} onChosen={(files) => (held.current = files)} />
          ) : (
            <p role="status" className="mt-4 border border-ochre bg-ochre-tint px-3 py-2">
              Nothing is taken here at the moment. Please write or call.
            </p>
          )}
          {arrived.length > 0 && (
            <section className="mt-6">
              <h2>Sent from this device</h2>
              <SentHereList of={arrived} today={of.today} sending={sending} />
            </section>
          )}
        </>
      )}
    </PublicPage>
  );
}
