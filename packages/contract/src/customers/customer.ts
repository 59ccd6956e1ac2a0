import { Type, type Static } from 'typebox';
import { CUSTOMER_LENGTH, Order, PHONE_LENGTH } from '../orders/order';
import { Allergens } from '../shared/allergens';
import { Version } from '../shared/bounds';
import { closed, Id, Instant, orNull, plainText } from '../shared/closed';

export const WISHES_LENGTH = 300;
export const EMAIL_LENGTH = 254;

const draft = {
  name: plainText({ minLength: 1, maxLength: CUSTOMER_LENGTH }),
  phone: plainText({ maxLength: PHONE_LENGTH }),
  /** What they must not have. */
  allergies: Allergens,
  wishes: plainText({ maxLength: WISHES_LENGTH }),
  /** '' where nobody knows it. */
  email: Type.Optional(plainText({ maxLength: EMAIL_LENGTH })),
  /** They do not want to be written to. */
  noMessages: Type.Optional(Type.Boolean()),
};

/** Somebody who orders, with what is to be remembered of them. Orders find theirs by name. */
export const CustomerDraft = closed(draft);
export type CustomerDraft = Static<typeof CustomerDraft>;

export const CustomerChange = closed({ ...draft, version: Version });
export type CustomerChange = Static<typeof CustomerChange>;

export const Customer = closed({ id: Id, ...draft, version: Version });
export type Customer = Static<typeof Customer>;

/** Puts one customer's orders and what is remembered into another; the one is gone then. */
export const CustomerMerge = closed({ into: Id });
export type CustomerMerge = Static<typeof CustomerMerge>;

/** All that is kept of one person. */
export const CustomerExport = closed({
  format: Type.Literal('alnage-customer/1'),
  customer: Customer,
  orders: Type.Array(Order),
  /** What they were told, and will be. */
  messages: Type.Array(
    closed({
      order: Id,
      kind: Type.String(),
      state: Type.String(),
      address: Type.String(),
      subject: Type.String(),
      body: Type.String(),
      sentAt: orNull(Instant),
    }),
  ),
});
export type CustomerExport = Static<typeof CustomerExport>;
