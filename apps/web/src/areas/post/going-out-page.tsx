import * as postRoutes from '@steady/contract/post.routes';
import { counted, longDate } from '@steady/core/words';
import { useData } from '../../app/api';
import { Page, Trouble } from '../../ui/page';
import { dayOf } from '../../ui/words';
import { MessageTable } from './message-list';
import { PostViews } from './post-page';

/** The plan of what goes out: what waits for its day or its next try, and what could not be delivered. */
export function GoingOutPage() {
  const { data, error } = useData(postRoutes.goingOut);
  if (error) return <Trouble error={error} />;
  if (!data) return null;
  const failed = data.filter((message) => message.status === 'failed').length;
  const clients = new Set(data.map((message) => message.clientId)).size;
  return (
    <Page
      title="Going out"
      sum={
        <>
          {data.length === 0
            ? 'Nothing waits to go out.'
            : `${counted(data.length - failed, 'message')} to ${counted(clients, 'client')} ${data.length - failed === 1 ? 'waits' : 'wait'} to go out`}
          {failed > 0 && <span className="late">, {failed} could not be delivered</span>}
          {data.length > 0 && '.'}
        </>
      }
      tools={<PostViews />}
    >
      <MessageTable
        label="Messages that wait"
        messages={data}
        withClient
        group={(row) => (row.goesOutAt ? `Goes out ${longDate(dayOf(row.goesOutAt))}` : 'Could not be delivered')}
        empty="Nothing waits. Messages written for a later day are listed here until then, and so are those that could not be delivered."
      />
    </Page>
  );
}
