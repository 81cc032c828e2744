/** What happened that a customer waits to hear of. */
export const MESSAGE_KINDS = ['booked in', 'quote', 'part late', 'ready', 'reminder', 'bill'] as const;
export type MessageKind = (typeof MESSAGE_KINDS)[number];

/** Whether a message goes by itself, once somebody looked at it, or not at all. */
export const SENDINGS = ['by itself', 'once looked at', 'not'] as const;
export type Sending = (typeof SENDINGS)[number];

/** How a customer is told: by post of the net, by text message, or by somebody who calls. */
export const CHANNELS = ['mail', 'text', 'phone'] as const;
export type Channel = (typeof CHANNELS)[number];

/** Words in braces that a template may hold; each is written as the message is made. */
export const MESSAGE_WORDS = [
  'customer',
  'device',
  'tag',
  'how it stands',
  'our question',
  'price',
  'due',
  'bill',
  'link',
  'shop',
] as const;
export type MessageWord = (typeof MESSAGE_WORDS)[number];

/** Words that the shop's own text on a paper may hold. */
export const PAPER_WORDS = ['customer', 'device', 'tag', 'shop'] as const satisfies readonly MessageWord[];

export interface Template {
  kind: MessageKind;
  how: Sending;
  /** Of a mail; a text message has none. */
  subject: string;
  text: string;
}

/** What the shop has said of its messages. */
export interface MessageRules {
  templates: Template[];
  /** Hours of the shop's clock between which nothing goes, `HH:MM`; alike: none. */
  quietFrom: string;
  quietUntil: string;
  /** Days after which somebody who was told that it is ready is reminded, and how often; 0 reminders: never. */
  remindAfterDays: number;
  reminders: number;
  /** Storage: what a day costs (minor units, before tax; 0: nothing), and days from ready until it begins. */
  storagePerDay: number;
  storageAfterDays: number;
  /** Whether the customer's page may name who works on it. */
  namesStaff: boolean;
  /** Weeks after an order is closed for which the customer's page stays. */
  pageWeeks: number;
}

const GREETING = 'Dear {customer},';
const CLOSING = '{link}\n\n{shop}';

/** What a shop begins with: nothing goes by itself before the owner says so. */
export const FIRST_RULES: MessageRules = {
  templates: [
    {
      kind: 'booked in',
      how: 'not',
      subject: '{device} is booked in',
      text: `${GREETING}\n\nyour {device} is with us under the tag {tag}. You can see how it stands here:\n${CLOSING}`,
    },
    {
      kind: 'quote',
      how: 'not',
      subject: 'A quote for your {device}',
      text: `${GREETING}\n\nfor your {device} it comes to {price}, tax included. Please say yes or no here, or call us:\n${CLOSING}`,
    },
    {
      kind: 'part late',
      how: 'not',
      subject: 'Your {device} takes longer',
      text: `${GREETING}\n\nabout your {device}: {how it stands}\n{our question}\n${CLOSING}`,
    },
    {
      kind: 'ready',
      how: 'not',
      subject: 'Your {device} can be fetched',
      text: `${GREETING}\n\nyour {device}, {tag}: {how it stands}\nStill to be paid: {due}\n${CLOSING}`,
    },
    {
      kind: 'reminder',
      how: 'not',
      subject: 'Your {device} still waits here',
      text: `${GREETING}\n\nyour {device}, {tag}, still waits to be fetched.\nStill to be paid: {due}\n${CLOSING}`,
    },
    {
      kind: 'bill',
      how: 'not',
      subject: 'Bill {bill}',
      text: `${GREETING}\n\nbill {bill} is issued. Still to be paid: {due}\n${CLOSING}`,
    },
  ],
  quietFrom: '20:00',
  quietUntil: '08:00',
  remindAfterDays: 7,
  reminders: 2,
  storagePerDay: 0,
  storageAfterDays: 14,
  namesStaff: false,
  pageWeeks: 6,
};
