import * as routes from '@steady/contract/services-portal.routes';
import { civil, rhythmInWords } from '@steady/core/calendar';
import { moneyInWords } from '@steady/core/money';
import { plainDate } from '@steady/core/words';
import type { PortalService } from '@steady/contract/lines';
import { useData } from '../../app/api';
import { PortalFrame } from '../portal';

/** What the firm does for those whom they act for. */
export const PortalServicesPage = () => (
  <PortalFrame title="Services" back={{ to: '/portal/you', words: 'Back to you' }}>
    {(me) => <Services firm={me.firm} />}
  </PortalFrame>
);

function Services({ firm }: { firm: string }) {
  const { data: of } = useData(routes.list);
  if (!of) return null;
  const withSome = of.filter(({ services }) => services.length > 0);
  return (
    <>
      <h1 className="mt-1 text-[22px]">What {firm} does for you</h1>
      {withSome.length === 0 && <p className="mt-2">Nothing is agreed yet. What is agreed stands here.</p>}
      {withSome.map(({ clientId, client, services }) => (
        <section key={clientId} className="mt-4" aria-label={client}>
          <h2 className="mb-1">{client}</h2>
          <ul>
            {services.map((one) => (
              <Service key={one.id} of={one} />
            ))}
          </ul>
        </section>
      ))}
    </>
  );
}

function Service({ of: { name, scope, rhythm, startsOn, endsOn, rests, fee, billing } }: { of: PortalService }) {
  return (
    <li className="mb-2.5 border border-rule bg-page px-3.5 py-3">
      <p className="flex flex-wrap items-baseline justify-between gap-x-4">
        <b>{name}</b>
        {fee && (
          <span className="tabular-nums">
            {moneyInWords(fee)} <span className="text-soft">{billing ? `billed ${rhythmInWords(billing)}` : 'each time'}, before VAT</span>
          </span>
        )}
      </p>
      <p className="text-[13.5px] text-soft">
        {rhythmInWords(rhythm)}, since {plainDate(civil(startsOn))}
        {endsOn && `, until ${plainDate(civil(endsOn))}`}
        {rests && (rests.until ? `, rests until ${plainDate(civil(rests.until))}` : ', rests for the time being')}
      </p>
      {scope !== '' && <p className="mt-1 text-[13.5px] whitespace-pre-line">{scope}</p>}
    </li>
  );
}
