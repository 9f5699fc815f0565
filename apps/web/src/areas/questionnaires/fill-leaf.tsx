import * as routes from '@steady/contract/questionnaires.routes';
import type { QuestionnaireView } from '@steady/contract/questionnaires';
import { send, upload, useData } from '../../app/api';
import { Leaf } from '../../ui/leaf';
import { useNotify } from '../../ui/toasts';
import { FillIn } from './fill-in';

/** Fills in a questionnaire for the client: on the telephone, or from paper that came back. */
export function FillLeaf({ askId, onClose }: { askId: string; onClose(): void }) {
  const { data: view } = useData(routes.answers, { id: askId });
  return view ? <Filling view={view} onClose={onClose} /> : null;
}

function Filling({ view, onClose }: { view: QuestionnaireView; onClose(): void }) {
  const notify = useNotify();
  const at = { id: view.askId };
  return (
    <Leaf open broad title={`For ${view.client}: ${view.title}`} onClose={onClose}>
      {view.isOpen ? (
        <FillIn
          view={view}
          save={(key, value) => send(routes.putAnswer, at, { key, value })}
          addFile={(key) => (file) => upload(routes.addFile, { ...at, key }, file)}
          sameAgain={() => send(routes.sameAgain, at)}
          sendIn={async () => {
            await send(routes.sendIn, at);
            notify(`Sent in for ${view.client}.`);
            onClose();
          }}
        />
      ) : (
        <p>It was sent in. An answer can be sent back to be answered again.</p>
      )}
    </Leaf>
  );
}
