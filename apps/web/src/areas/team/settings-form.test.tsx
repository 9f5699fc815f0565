import { fireEvent, screen, waitFor } from '@testing-library/react';
import { useState } from 'react';
import { expect, it } from 'vitest';
import { FirmDoors } from '@steady/contract/firm-doors';
import { stage } from '../../../test/stage';
import { useSettingsForm } from './settings-form';

const DOORS: FirmDoors = {
  secondStepRequired: false,
  idleMinutes: 60,
  sessionHours: 24,
  adminIdleMinutes: 30,
  adminSessionHours: 12,
  mailAddress: 'a@firm.example',
  version: 1,
};

function Example({ sent }: { sent: FirmDoors[] }) {
  const [settings, setSettings] = useState(DOORS);
  const { form, onSubmit } = useSettingsForm<FirmDoors>({ input: FirmDoors, settings, save: (values) => Promise.resolve(sent.push(values)) });
  return (
    <>
      <input aria-label="Address" {...form.register('mailAddress')} />
      <button onClick={onSubmit}>Save</button>
      <button onClick={() => setSettings({ ...DOORS, mailAddress: 'b@firm.example', version: 2 })}>Somebody else</button>
    </>
  );
}
const show = () => {
  const sent: FirmDoors[] = [];
  stage(<Example sent={sent} />);
  return sent;
};
const press = (name: string) => fireEvent.click(screen.getByRole('button', { name }));
const type = (value: string) => fireEvent.change(screen.getByLabelText('Address'), { target: { value } });

it('follows what the server has as long as nothing is typed', async () => {
  const sent = show();
  press('Somebody else');
  await waitFor(() => expect(screen.getByLabelText<HTMLInputElement>('Address').value).toBe('b@firm.example'));
  press('Save');
  await waitFor(() => expect(sent).toMatchObject([{ mailAddress: 'b@firm.example', version: 2 }]));
});

it('keeps what was typed, with the version that was seen', async () => {
  const sent = show();
  type('mine@firm.example');
  press('Somebody else');
  press('Save');
  await waitFor(() => expect(sent).toMatchObject([{ mailAddress: 'mine@firm.example', version: 1 }]));
});

it('is saved again with the version after', async () => {
  const sent = show();
  type('one@firm.example');
  press('Save');
  await waitFor(() => expect(sent).toHaveLength(1));
  await waitFor(() => {
    type('two@firm.example');
    press('Save');
    expect(sent.at(-1)).toMatchObject({ mailAddress: 'two@firm.example', version: 2 });
  });
});
