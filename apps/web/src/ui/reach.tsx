/** An email address that opens a message to it. It breaks before the domain and nowhere else. */
export function MailLink({ to }: { to: string }) {
  const at = to.lastIndexOf('@') + 1;
  return (
    <a className="lnk" href={`mailto:${to}`}>
      <span className="whitespace-nowrap">{to.slice(0, at)}</span>
      <wbr />
      <span className="whitespace-nowrap">{to.slice(at)}</span>
    </a>
  );
}

/** A telephone number that rings it; a nought in brackets is for calls within the country. */
export const PhoneLink = ({ to }: { to: string }) => (
  <a className="lnk whitespace-nowrap" href={`tel:${to.replace('(0)', '').replace(/[^\d+]/g, '')}`}>
    {to}
  </a>
);
