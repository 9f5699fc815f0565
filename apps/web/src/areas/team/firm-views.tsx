import { useSession } from '../../app/session';
import { Views } from '../../ui/page';

/** The pages under "Firm", as far as the person may see them. */
export function FirmViews() {
  const session = useSession();
  const runs = session.may('run firm');
  return (
    <Views
      views={[
        { to: '/firm', words: 'Services' },
        { to: '/firm/procedures', words: 'Procedures', end: false },
        { to: '/firm/messages', words: 'Messages' },
        { to: '/firm/rules', words: 'Filing rules', end: false },
        { to: '/firm/closing-days', words: 'Closing days' },
        { to: '/firm/details', words: 'Details' },
        { to: '/firm/team', words: 'Team', end: false },
        ...(runs
          ? [
              { to: '/firm/roles', words: 'Roles' },
              { to: '/firm/sign-in', words: 'Sign-in and mail' },
              { to: '/firm/backups', words: 'Backups' },
              { to: '/firm/audit', words: 'Audit trail' },
            ]
          : []),
      ]}
    />
  );
}
