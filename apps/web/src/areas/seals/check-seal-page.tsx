import * as routes from '@steady/contract/seals.routes';
import { type DragEvent, useRef, useState } from 'react';
import { useParams } from 'react-router';
import type { CheckSealDoor } from '@steady/contract/seals';
import { addressOf, useData } from '../../app/api';
import { useTitle } from '../../app/use-title';
import { NoPublicPage, PublicPage } from '../../ui/public-page';
import { setZone } from '../../ui/words';
import { CertificateList } from './certificates';
import { checkFile } from './check-file';
import { type Checking, Found } from './found';

/** The public page on which anybody checks what the firm sealed: the file stays in the browser. */
export function CheckSealPage() {
  const { address = '' } = useParams();
  const { data: door, error } = useData(routes.door, { address });
  useTitle(door && `Check a seal, ${door.firm}`);
  if (error) return <NoPublicPage error={error} />;
  if (!door) return null;
  // Moments are said on the clock of the firm.
  setZone(door.zone);
  return (
    <PublicPage firm={door.firm} logo={door.hasLogo ? addressOf(routes.logo, { address }) : null} wide>
      <h1 className="mt-5 text-[22px]">Is this file as we sealed it?</h1>
      <p className="mt-1 text-[15px]">
        Choose a signed PDF that came from us. It is checked here, in your browser, and sent nowhere: also without a connection, once this page is open.
      </p>
      <Check of={door} />
      <h2 className="mt-8">Our certificates</h2>
      <p className="mb-2 text-soft">
        A seal is ours only if its certificate has one of these fingerprints (SHA-256). Compare them with those that your own program shows.
      </p>
      <CertificateList of={door.certificates} />
    </PublicPage>
  );
}

function Check({ of: door }: { of: CheckSealDoor }) {
  const field = useRef<HTMLInputElement>(null);
  const [checking, setChecking] = useState<Checking | null>(null);
  const take = async (file: File | undefined) => {
    if (!file) return;
    setChecking({ of: file, found: null, isUnread: false });
    try {
      const found = await checkFile(file);
      setChecking((now) => (now?.of === file ? { of: file, found, isUnread: false } : now));
    } catch {
      setChecking((now) => (now?.of === file ? { of: file, found: null, isUnread: true } : now));
    }
  };
  const dropped = (event: DragEvent) => {
    event.preventDefault();
    void take(event.dataTransfer.files[0]);
  };
  return (
    <>
      <div className="mt-4 border border-dashed border-ink-soft bg-page px-4 py-5 text-center" onDragOver={(event) => event.preventDefault()} onDrop={dropped}>
        <button className="act min-h-11" onClick={() => field.current?.click()}>
          {checking ? 'Choose another file' : 'Choose the file'}
        </button>
        <p className="mt-1.5 text-table text-soft max-sm:hidden">or drop it here</p>
        <input
          ref={field}
          type="file"
          accept="application/pdf,.pdf"
          className="sr-only"
          tabIndex={-1}
          aria-label="The file to check"
          onChange={({ target }) => {
            void take(target.files?.[0]);
            target.value = '';
          }}
        />
      </div>
      <div aria-live="polite">{checking && <Found of={checking} door={door} />}</div>
    </>
  );
}
