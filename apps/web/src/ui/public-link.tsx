import { useNotify } from './toasts';

/** The address of a public page, to open and to copy. */
export function PublicLink({ link }: { link: string }) {
  const notify = useNotify();
  const copy = async () => {
    try {
      await navigator.clipboard.writeText(link);
      notify('The link is copied.');
    } catch {
      notify('This browser does not let the link be copied. Mark it and copy it by hand.', 'problem');
    }
  };
  return (
    <>
      <p className="wrap-anywhere">
        <a className="lnk" href={link} target="_blank" rel="noreferrer">
          {link}
        </a>
      </p>
      <p className="mt-1.5">
        <button className="act-quiet" onClick={() => void copy()}>
          Copy the link
        </button>
      </p>
    </>
  );
}
