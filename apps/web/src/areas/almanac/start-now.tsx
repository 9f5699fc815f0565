import * as almanacRoutes from '@steady/contract/almanac.routes';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { HowItBegins } from '@steady/contract/how-it-begins';
import type { ObligationView } from '@steady/contract/almanac';
import { send } from '../../app/api';
import { useAct } from '../../app/use-act';
import { Confirm } from '../../ui/leaf';
import { OnPaperBeforeStarting, useBeforeStarting } from '../procedures';

/** Begins the job of a deadline ahead of its time, once it was seen what that sends and to whom. */
export function StartNow({ of }: { of: ObligationView }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <button className="lnk ml-3 text-kelp" onClick={() => setOpen(true)}>
        Start now
      </button>
      {open && <BeforeStartingNow of={of} onClose={() => setOpen(false)} />}
    </>
  );
}

function BeforeStartingNow({ of, onClose }: { of: ObligationView; onClose(): void }) {
  const navigate = useNavigate();
  const { act, busy } = useAct();
  const [begins, setBegins] = useState<HowItBegins>({});
  const found = useBeforeStarting({ lineIds: [of.lineId], clientIds: [of.clientId] });
  const start = () =>
    act(async () => {
      const { jobId } = await send(almanacRoutes.start, { id: of.id }, { begins });
      await navigate(`/jobs/${jobId}`);
    });
  return (
    <Confirm open title={`Begin ${of.name}?`} act="Begin the job" busy={busy || found === undefined} onClose={onClose} onYes={() => void start()}>
      <p className="mb-2">{of.client}</p>
      <OnPaperBeforeStarting of={found} begins={begins} onBegins={setBegins} />
    </Confirm>
  );
}
