import * as teamRoutes from '@steady/contract/team.routes';
import { addressOf, send, upload } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { FileButton } from '../../ui/file-input';

/** The firm’s logo, as clients see it in the portal and visitors on the drop-off page. */
export function LogoSheet({ logo }: { logo: string | null }) {
  const { may } = useSession();
  const { act, busy } = useAct();
  if (logo === null && !may('run firm')) return null;
  return (
    <section className="sheet mb-4 flex max-w-3xl flex-wrap items-center gap-x-5 gap-y-2 px-5 py-3">
      {logo === null ? (
        <p className="text-soft">No logo yet. Clients see the name of the firm.</p>
      ) : (
        <img src={`${addressOf(teamRoutes.logo)}?of=${logo}`} alt="Logo of the firm" className="max-h-16 max-w-48" />
      )}
      {may('run firm') && (
        <>
          <FileButton
            words={logo === null ? 'Choose a logo' : 'Choose another'}
            accept="image/png,image/jpeg,image/webp"
            disabled={busy}
            label="A picture of the logo"
            onFiles={([file]) => void act(() => upload(teamRoutes.keepLogo, {}, file!), 'Saved. Clients see it in the portal and on the drop-off page.')}
          />
          {logo !== null && (
            <button className="lnk text-table" disabled={busy} onClick={() => void act(() => send(teamRoutes.removeLogo, {}), 'The logo is taken away.')}>
              Take it away
            </button>
          )}
          <span className="text-table text-soft">PNG, JPEG or WebP, 500 kB at most; clients see it in the portal and on the drop-off page.</span>
        </>
      )}
    </section>
  );
}
