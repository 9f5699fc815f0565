import { Link } from 'react-router';
import { Page } from '../ui/page';

export function NowherePage() {
  return (
    <Page title="Page not found" sum="The address may be mistyped, or what it led to is gone.">
      <p className="mt-4">
        <Link to="/today" className="lnk">
          Go to Today
        </Link>
      </p>
    </Page>
  );
}
