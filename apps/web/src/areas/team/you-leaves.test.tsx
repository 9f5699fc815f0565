import { fireEvent, screen } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { stage } from '../../../test/stage';
import { PasswordLeaf, SecondStepLeaf } from './you-leaves';

const type = (label: string, value: string) => fireEvent.change(screen.getByLabelText(label), { target: { value } });
const press = (name: string) => fireEvent.click(screen.getByRole('button', { name }));

describe('the second step', () => {
  it('is turned on by a code of the authenticator, and shows the recovery codes once', async () => {
    const { asked } = stage(<SecondStepLeaf onClose={() => undefined} />, {
      answers: {
        'POST /api/you/second-step': { secret: 'ABCDEFGHIJKL', address: 'otpauth://totp/Marram' },
        'POST /api/you/second-step/confirm': { codes: ['aaaa-bbbb', 'cccc-dddd'] },
      },
    });
    press('Show me the secret');
    expect(await screen.findByText('ABCD EFGH IJKL')).toBeDefined();
    expect(screen.getByRole('link', { name: /Or open it/ }).getAttribute('href')).toBe('otpauth://totp/Marram');
    type('The code it shows', '123456');
    press('Turn it on');
    expect(await screen.findByText('aaaa-bbbb')).toBeDefined();
    expect(screen.getByText('They are shown only now.')).toBeDefined();
    expect(screen.queryByText('ABCD EFGH IJKL')).toBeNull();
    expect(asked.at(-1)!.sent).toEqual({ code: '123456' });
  });
});

describe('the password', () => {
  it('is not changed without the one there is now, and keeps what was typed', async () => {
    const { asked } = stage(<PasswordLeaf onClose={() => undefined} />);
    type('The new one', 'a long enough one');
    press('Change the password');
    expect(await screen.findByText('Give the password you have now.')).toBeDefined();
    expect(screen.getByLabelText<HTMLInputElement>('The new one').value).toBe('a long enough one');
    expect(asked).toEqual([]);
  });
});
