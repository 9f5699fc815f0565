import { civil } from '@steady/core/calendar';
import type { SentHere } from '@steady/contract/arrivals';
import { FileButton } from '../../ui/file-input';
import { FilesSaid, type SendingFiles } from '../../ui/sending-files';
import { sizeInWords, momentInWords } from '../../ui/words';

/** How files that are sent from this page fare, by the message that they belong to. */
export interface SendingTo {
  of(id: string): SendingFiles | null;
  send(id: string, chosen: File[]): void;
}

/** What was sent from this device and has arrived, the newest first. */
export function SentHereList({ of, today, sending }: { of: SentHere[]; today: string; sending: SendingTo }) {
  return (
    <>
      <ul>
        {of.map((one) => (
          <li key={one.id} className="mt-2.5 border border-rule bg-page px-3.5 py-3">
            <p className="text-table text-soft">
              <b className="text-moss">Arrived</b> {momentInWords(one.at, civil(today))}, from {one.name}, {one.email}
            </p>
            <p className="mt-1 line-clamp-6 whitespace-pre-line wrap-anywhere">{one.message}</p>
            <Files of={one} sending={sending} />
          </li>
        ))}
      </ul>
      <p className="mt-2 text-table text-soft">On a device that others use, what you sent can be read here: close the browser when you are done.</p>
    </>
  );
}

function Files({ of: { id, files, takesFiles }, sending }: { of: SentHere; sending: SendingTo }) {
  const going = sending.of(id);
  return (
    <>
      {files.length > 0 && (
        <ul className="mt-1.5 text-table">
          {files.map((file) => (
            <li key={file.id} className="wrap-anywhere">
              {file.name}, <span className="text-soft">{sizeInWords(file.bytes)}</span>
            </li>
          ))}
        </ul>
      )}
      {going && <FilesSaid of={going} />}
      {takesFiles && (
        <FileButton
          words="Add files"
          multiple
          disabled={going?.busy ?? false}
          label="More files for this message"
          onFiles={(chosen) => sending.send(id, chosen)}
        />
      )}
    </>
  );
}
