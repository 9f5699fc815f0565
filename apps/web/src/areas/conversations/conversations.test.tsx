import { fireEvent, screen, waitFor } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import { beforeEach, describe, expect, it } from 'vitest';
import type { ConversationChoice, ConversationLine, ConversationView, PortalConversationView, WordsSaid } from '@steady/contract/conversations';
import type { PortalMe } from '@steady/contract/requests';
import { Refused, stage } from '../../../test/stage';
import { ConversationPage } from './conversation-page';
import { ConversationsPage } from './conversations-page';
import { OpenLeaf } from './open-leaf';
import { PortalMessagePage } from './portal-message-page';
import { PortalMessagesPage } from './portal-messages-page';

const [ID, CLIENT, CARA, ORLA, NIAMH] = ['01', '02', '03', '04', '05'].map((end) => `0b6e8f6e-7d5e-4c7e-9a51-3d2f6c1c0b${end}`) as [
  string,
  string,
  string,
  string,
  string,
];
const said = (more: Partial<WordsSaid>): WordsSaid => ({
  id: 'w1',
  at: '2026-03-10T09:00:00Z',
  side: 'us',
  by: 'Orla Keane',
  text: 'Which account?',
  isMail: false,
  fromAddress: null,
  file: null,
  isGone: false,
  ...more,
});
const LINE: ConversationLine = {
  id: ID,
  clientId: CLIENT,
  client: 'Dunmarra Oysters',
  jobId: null,
  job: null,
  subject: 'Loan from the bank',
  isPrivate: false,
  contacts: ['Cara Nolan'],
  holderId: ORLA,
  holder: 'Orla Keane',
  holderAwayUntil: '2026-03-13',
  lastAt: '2026-03-10T10:00:00Z',
  lastBy: 'Cara Nolan',
  waitingSince: '2026-03-10T10:00:00Z',
  closedAt: null,
  isNew: true,
};
const VIEW: ConversationView = {
  ...LINE,
  version: 2,
  openedAt: '2026-03-10T09:00:00Z',
  openedBy: 'Orla Keane',
  askId: null,
  documentId: null,
  about: null,
  people: { contacts: [{ id: CARA, name: 'Cara Nolan', readUntil: null, untold: null }], members: [{ id: ORLA, name: 'Orla Keane' }] },
  readBy: 'Read by Cara Nolan and Orla Keane.',
  words: [
    said({}),
    said({ id: 'w2', side: 'them', by: 'Cara Nolan', text: 'The second.', isMail: true, fromAddress: 'cara@elsewhere.example' }),
    said({ id: 'w3', side: 'them', by: 'Cara Nolan', text: '', file: { name: 'loan.pdf', bytes: 9000, documentId: null } }),
    said({ id: 'w4', text: '', isGone: true }),
  ],
};
const CHOICE: ConversationChoice = {
  contacts: [
    { id: CARA, name: 'Cara Nolan', role: 'director', untold: null },
    { id: NIAMH, name: 'Pat Nolan', role: null, untold: 'has no email address' },
  ],
  members: [
    { id: ORLA, name: 'Orla Keane', isUsual: true },
    { id: NIAMH, name: 'Niamh Daly', isUsual: false },
  ],
  privateReaders: ['Eimear Walsh', 'Orla Keane'],
};

beforeEach(() => window.localStorage.clear());

describe('a conversation on the page of the firm', () => {
  const show = (more: Partial<ConversationView> = {}, answers: Record<string, unknown> = {}) =>
    stage(
      <Routes>
        <Route path="/post/conversations/:id" element={<ConversationPage />} />
      </Routes>,
      {
        rights: ['do work'],
        at: `/post/conversations/${ID}`,
        answers: { [`GET /api/conversations/${ID}`]: { ...VIEW, ...more }, [`POST /api/conversations/${ID}/seen`]: null, ...answers },
      },
    );

  it('says who waits, who answers and is away, and marks it as seen', async () => {
    const { asked } = show();
    expect(await screen.findByText(/^Waits for an answer/)).toBeDefined();
    expect(screen.getByText(/Orla Keane answers, who is away until/)).toBeDefined();
    expect(screen.getByText(/cara@elsewhere.example, which is not the address known of them/)).toBeDefined();
    expect(screen.getByText('What it said was destroyed when its time was over.')).toBeDefined();
    await waitFor(() => expect(asked.some(({ what }) => what === `POST /api/conversations/${ID}/seen`)).toBe(true));
  });

  it('sends what was written, keeps it where it is refused, and asks for words where there are none', async () => {
    const { asked } = show({}, { [`POST /api/conversations/${ID}/words`]: new Refused([{ field: 'text', message: 'too long' }]) });
    fireEvent.click(await screen.findByRole('button', { name: 'Answer' }));
    expect(screen.getByText('Write a few words first.')).toBeDefined();
    fireEvent.change(screen.getByLabelText('Your answer'), { target: { value: 'Thank you.' } });
    fireEvent.click(screen.getByRole('button', { name: 'Answer' }));
    await waitFor(() => expect(asked.find(({ what }) => what === `POST /api/conversations/${ID}/words`)?.sent).toEqual({ text: 'Thank you.' }));
    await waitFor(() => expect(screen.queryByText('Write a few words first.')).toBeNull());
    expect(screen.getByLabelText<HTMLTextAreaElement>('Your answer').value).toBe('Thank you.');
  });

  it('files what was sent in private with the client by a press', async () => {
    const { asked } = show({}, { 'POST /api/conversation-words/w3/file-in': { id: 'd1' } });
    fireEvent.click(await screen.findByRole('button', { name: 'File it with the client' }));
    await waitFor(() => expect(asked.some(({ what }) => what === 'POST /api/conversation-words/w3/file-in')).toBe(true));
    expect(await screen.findByText(/loan.pdf lies with the client now/)).toBeDefined();
  });
});

describe('a conversation that is opened', () => {
  const show = () =>
    stage(<OpenLeaf of={{ client: { id: CLIENT, name: 'Dunmarra Oysters' } }} onClose={() => undefined} />, {
      answers: {
        [`GET /api/clients/${CLIENT}/conversation-people`]: CHOICE,
        'GET /api/jobs': { rows: [] },
        'POST /api/conversations': { id: ID },
      },
    });

  it('says before one writes who reads it, and more so where it is private', async () => {
    show();
    expect(await screen.findByText(/^Read by Cara Nolan and Orla Keane, and by those of .* who work for the client\.$/)).toBeDefined();
    fireEvent.click(screen.getByLabelText('Niamh Daly'));
    fireEvent.click(screen.getByLabelText(/^Private/));
    expect(
      screen.getByText(
        'Private: read by Cara Nolan, Orla Keane and Niamh Daly; also by Eimear Walsh, who may read what is private. The mail says only that there is a message.',
      ),
    ).toBeDefined();
    expect(screen.getByLabelText(/Pat Nolan \(has no email address: finds it in the portal only\)/)).toBeDefined();
  });

  it('asks at the fields for what is missing, then sends', async () => {
    const { asked } = show();
    fireEvent.click(await screen.findByLabelText('Cara Nolan, director'));
    fireEvent.click(screen.getByRole('button', { name: 'Send' }));
    expect(await screen.findByText('Choose at least one person of the client.')).toBeDefined();
    expect(screen.getByText('Say what it is about: the client reads it first.')).toBeDefined();
    fireEvent.click(screen.getByLabelText('Cara Nolan, director'));
    fireEvent.change(screen.getByLabelText('Subject'), { target: { value: 'Loan' } });
    fireEvent.change(screen.getByLabelText('What you write'), { target: { value: 'Which account?' } });
    fireEvent.click(screen.getByRole('button', { name: 'Send' }));
    await waitFor(() =>
      expect(asked.find(({ what }) => what === 'POST /api/conversations')?.sent).toMatchObject({
        clientId: CLIENT,
        contactIds: [CARA],
        memberIds: [ORLA],
        subject: 'Loan',
      }),
    );
  });
});

describe('the list of conversations', () => {
  it('begins with those in which a client waits', async () => {
    stage(<ConversationsPage />, { answers: { 'GET /api/conversations': [LINE] } });
    expect(await screen.findByRole('link', { name: 'Loan from the bank' })).toBeDefined();
    expect(screen.getByText('new')).toBeDefined();
    expect(screen.getByText(/^waits for us/)).toBeDefined();
    fireEvent.click(screen.getByRole('button', { name: 'Over' }));
    expect(screen.getByLabelText('address').textContent).toBe('/?view=over');
  });

  it('says so where no client waits', async () => {
    stage(<ConversationsPage />, { answers: { 'GET /api/conversations': [] } });
    expect(await screen.findByText('No client waits for an answer.')).toBeDefined();
  });
});

describe('messages in the portal', () => {
  const ME: PortalMe = {
    firm: 'Marram & Tern',
    name: 'Cara Nolan',
    today: '2026-03-11',
    looking: false,
    readOnly: false,
    logo: null,
    zone: 'Europe/Dublin',
    country: 'IE',
  };
  const ONE: PortalConversationView = {
    id: ID,
    clientId: CLIENT,
    client: 'Dunmarra Oysters',
    subject: 'Loan from the bank',
    about: null,
    lastAt: '2026-03-10T10:00:00Z',
    lastBy: 'Orla Keane',
    isNew: true,
    isOver: true,
    with: ['Orla Keane'],
    readBy: 'Read by Cara Nolan and Orla Keane.',
    words: [said({})],
  };
  const you = {
    email: 'c@curlew.example',
    phones: [],
    devices: [],
    clients: [
      { id: CLIENT, name: 'Dunmarra Oysters', role: null },
      { id: NIAMH, name: 'Old Slip', role: null },
    ],
  };
  const show = (page: React.ReactNode, me = ME, answers: Record<string, unknown> = {}) =>
    stage(
      <Routes>
        <Route path="/portal/messages" element={<PortalMessagesPage />} />
        <Route path="/portal/messages/:id" element={page} />
      </Routes>,
      {
        at: `/portal/messages/${ID}`,
        answers: {
          'GET /api/portal/me': me,
          [`GET /api/portal/conversations/${ID}`]: ONE,
          [`POST /api/portal/conversations/${ID}/seen`]: null,
          'GET /api/portal/you': you,
          ...answers,
        },
      },
    );

  it('are marked as seen by whoever they are for, not by whoever looks through their eyes', async () => {
    const { asked, unmount } = show(<PortalMessagePage />);
    expect(await screen.findByText(/has ended this\. Write, and it is open again\./)).toBeDefined();
    await waitFor(() => expect(asked.some(({ what }) => what.endsWith('/seen'))).toBe(true));
    unmount();
    const looked = show(<PortalMessagePage />, { ...ME, looking: true });
    await screen.findByText('Which account?');
    expect(looked.asked.some(({ what }) => what.endsWith('/seen'))).toBe(false);
  });

  it('begin with what they were led here to tell', async () => {
    stage(<PortalMessagesPage />, {
      at: '/portal/messages?about=My%20details%20have%20changed',
      answers: { 'GET /api/portal/me': ME, 'GET /api/portal/conversations': [], 'GET /api/portal/you': you },
    });
    const about = await screen.findByLabelText<HTMLInputElement>('What it is about');
    expect(about.value).toBe('My details have changed');
    fireEvent.change(about, { target: { value: '' } });
    expect(about.value).toBe('');
  });

  it('are begun for one of those they act for, and what was typed stays where it is refused', async () => {
    const { asked } = stage(<PortalMessagesPage />, {
      answers: {
        'GET /api/portal/me': ME,
        'GET /api/portal/conversations': [],
        'GET /api/portal/you': you,
        'POST /api/portal/conversations': new Refused([{ field: 'text', message: 'Write a few words.' }]),
      },
    });
    fireEvent.click(await screen.findByRole('button', { name: 'Write to Marram & Tern' }));
    fireEvent.change(await screen.findByLabelText('For'), { target: { value: NIAMH } });
    fireEvent.change(screen.getByLabelText('What it is about'), { target: { value: 'New van' } });
    fireEvent.click(screen.getByRole('button', { name: 'Send' }));
    await waitFor(() =>
      expect(asked.find(({ what }) => what === 'POST /api/portal/conversations')?.sent).toEqual({ clientId: NIAMH, subject: 'New van', text: '' }),
    );
    expect(await screen.findByText('Write a few words.')).toBeDefined();
    expect(screen.getByLabelText<HTMLInputElement>('What it is about').value).toBe('New van');
  });
});
