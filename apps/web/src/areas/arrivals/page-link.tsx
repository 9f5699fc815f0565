import { useEffect, useState } from 'react';
import { Note } from '../../ui/page';
import { PublicLink } from '../../ui/public-link';

/** Where the page of this address is. */
export const linkOf = (address: string): string => `${window.location.origin}/drop-off/${address}`;

/** The link of the page to copy, and as a code to print. */
export function PageLink({ address, isOn }: { address: string; isOn: boolean }) {
  const link = linkOf(address);
  const [code, setCode] = useState<string | null>(null);
  useEffect(() => {
    let isWanted = true;
    // Drawn when it is looked at: nobody else loads what draws it.
    void import('qrcode').then(async ({ toDataURL }) => {
      const drawn = await toDataURL(link, { margin: 2, width: 600, color: { dark: '#1B2A33', light: '#FFFFFF' } });
      if (isWanted) setCode(drawn);
    });
    return () => {
      isWanted = false;
    };
  }, [link]);
  return (
    <Note title="Its address">
      <PublicLink link={link} />
      {code && (
        <>
          <img src={code} alt={`QR code of ${link}`} className="mt-3 w-40 border border-rule" />
          <p>
            <a className="lnk text-table" href={code} download={`drop-off-${address}.png`}>
              Download the QR code to print
            </a>
          </p>
        </>
      )}
      {!isOn && <p className="mt-2 text-table text-soft">While the page is off, whoever opens it reads that nothing is taken.</p>}
    </Note>
  );
}
