import * as routes from '@steady/contract/seals.routes';
import { useState } from 'react';
import { plainDate } from '@steady/core/words';
import type { SealView } from '@steady/contract/seals';
import { send, useData } from '../../app/api';
import { useAct } from '../../app/use-act';
import { Note, Page, Trouble } from '../../ui/page';
import { PublicLink } from '../../ui/public-link';
import { dayOf } from '../../ui/words';
import { FirmViews } from '../team';
import { BringLeaf } from './bring-leaf';
import { CertificateList } from './certificates';

/** With what the firm seals what is signed, and where anybody checks it. */
export function SealPage() {
  const { data, error } = useData(routes.view);
  if (error) return <Trouble error={error} />;
  return (
    <Page title="Seal" sum={data && <Sum of={data} />} tools={<FirmViews />} margin={data?.address && <Where address={data.address} />}>
      {data && <Certificates of={data} />}
    </Page>
  );
}

const Sum = ({ of: { current } }: { of: SealView }) =>
  current ? (
    <>
      What everybody has signed is sealed: whoever changes a byte of it breaks the seal. The certificate is good until {plainDate(dayOf(current.until))};{' '}
      {current.issued ? 'you are reminded on Today from 60 days before.' : 'the next one is made by itself 60 days before.'}
    </>
  ) : (
    <>What everybody has signed is sealed, so that nobody can change it unseen. The certificate is made with the first document that all have signed.</>
  );

function Where({ address }: { address: string }) {
  const link = `${window.location.origin}/check-seal/${address}`;
  return (
    <Note title="Where anybody checks it">
      <PublicLink link={link} />
      <p className="mt-1 text-soft">The address stands in every signing record. The file that is checked there stays in the browser of whoever checks it.</p>
    </Note>
  );
}

function Certificates({ of: { current, older } }: { of: SealView }) {
  const { act, busy } = useAct();
  const [asking, setAsking] = useState(false);
  const [bringing, setBringing] = useState(false);
  const replace = (fingerprint: string) =>
    void act(async () => {
      await send(routes.replace, {}, { fingerprint });
      setAsking(false);
    }, 'Another certificate seals from now on.');
  return (
    <div className="max-w-3xl">
      {current && (
        <>
          <h2 className="mt-2">The certificate that seals now</h2>
          <CertificateList of={[current]} />
        </>
      )}
      {asking && current ? (
        <div className="mt-2 max-w-prose border border-ochre bg-ochre-tint px-3 py-2">
          <p>
            Do this where its key may have got into other hands. The key is thrown away; what it sealed stays sealed, and its fingerprint stays published. What
            is sealed with it after this moment is no longer taken for yours.{' '}
            {current.issued && 'The one in its place is made here, and not issued by an authority. '}It cannot be taken back.
          </p>
          <p className="mt-2 flex gap-3">
            <button className="act" disabled={busy} onClick={() => replace(current.fingerprint)}>
              Put another one in its place
            </button>
            <button className="act-quiet" disabled={busy} onClick={() => setAsking(false)}>
              Cancel
            </button>
          </p>
        </div>
      ) : (
        <p className="mt-2 flex flex-wrap gap-3">
          <button className="act-quiet" onClick={() => setBringing(true)}>
            Bring a certificate
          </button>
          {current && (
            <button className="act-quiet" onClick={() => setAsking(true)}>
              Replace it
            </button>
          )}
        </p>
      )}
      {older.length > 0 && (
        <>
          <h2 className="mt-6">Those before it</h2>
          <CertificateList of={older} />
        </>
      )}
      {bringing && <BringLeaf onClose={() => setBringing(false)} />}
    </div>
  );
}
