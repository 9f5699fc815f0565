import { boolean, index, integer, jsonb, pgTable, primaryKey, text, unique, uuid } from 'drizzle-orm/pg-core';
import type { LegalForm, Standing, VatGroup, Way } from '@steady/contract/clients';
import { day, firmId, grantedClients, id, ofSeen, ofSeenClient, ownFirm, version } from '../../platform/database';

export const clients = pgTable(
  'clients',
  {
    id: id(),
    firmId: firmId(),
    version: version(),
    number: integer('number').notNull(),
    name: text('name').notNull(),
    standing: text('standing').$type<Standing>().notNull(),
    since: day('since').notNull(),
    legalForm: text('legal_form').$type<LegalForm>().notNull(),
    trade: text('trade'),
    /** "MM-DD" */
    yearEnd: text('year_end'),
    vatRegistered: boolean('vat_registered').notNull(),
    vatGroup: text('vat_group').$type<VatGroup>(),
    vatNumber: text('vat_number'),
    employer: boolean('employer').notNull(),
    /** "MM-DD" */
    annualReturnDate: text('annual_return_date'),
    way: text('way').$type<Way>().notNull(),
    note: text('note'),
    labels: jsonb('labels').$type<string[]>().notNull().default([]),
    partnerId: uuid('partner_id'),
    managerId: uuid('manager_id'),
    preparerId: uuid('preparer_id'),
  },
  (t) => [ownFirm(), grantedClients(), unique().on(t.firmId, t.number), index().on(t.firmId, t.name)],
);

export const contacts = pgTable('contacts', { id: id(), firmId: firmId(), name: text('name').notNull(), email: text('email'), phone: text('phone') }, (t) => [
  ownFirm(),
  ofSeen('id', 'client_contacts', 'contact_id'),
  index().on(t.firmId, t.email),
]);

export const clientContacts = pgTable(
  'client_contacts',
  {
    firmId: firmId(),
    clientId: uuid('client_id')
      .notNull()
      .references(() => clients.id),
    contactId: uuid('contact_id')
      .notNull()
      .references(() => contacts.id),
    role: text('role'),
    position: integer('position').notNull(),
  },
  (t) => [ownFirm(), ofSeenClient(), primaryKey({ columns: [t.clientId, t.contactId] }), index().on(t.contactId)],
);
