/** A person of clients. */
export interface Contact {
  id: string;
  name: string;
  email: string | null;
  /** The last day, ISO, on which they are away; null where nobody has said so. */
  awayUntil: string | null;
}

/** The same at one client. */
export interface ContactOfClient extends Contact {
  /** "director"; null where none is known. */
  role: string | null;
  mobile: string | null;
  /** When they last came into the portal; null where they never did. */
  lastInAt: string | null;
}
