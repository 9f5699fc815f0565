export interface PostRoomMessage {
  id: string;
  at: string;
  channel: 'mail' | 'text';
  to: string;
  address: string;
  subject: string;
  body: string;
  /** The first link in it, as a path of this application. */
  link: string | null;
}

export interface SentMessage {
  id: string;
  at: string;
  to: string;
  address: string;
  subject: string;
  body: string;
  status: 'waiting' | 'sent' | 'failed';
  clientId: string | null;
  client: string | null;
  jobId: string | null;
  by: string;
}
