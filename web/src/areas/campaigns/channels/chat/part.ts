import { messages, price } from '../../../../parts/format';
import { PerMinute } from '../PerMinute';
import type { ChannelPart } from '../part';
import { TemplateRow } from './TemplateRow';

/** WhatsApp messages by approved templates. */
export const chat: ChannelPart = {
  channel: 'WHATSAPP',
  Says: TemplateRow,
  HowFast: PerMinute,
  OfOnePerson: () => null,
  begin: { chat: null, call: null, message: '' },
  number: 'can be on WhatsApp',
  unit: messages,
  price: (tariff, currency) => `${price(tariff.chatMicros, currency)} a message`,
  again: [
    { outcome: 'NOT_NOW', words: 'they are away, or the platform holds it back', after: 1440 },
    { outcome: 'UNKNOWN', words: 'the platform gives no reason', after: 60 },
    { outcome: 'OUR_SIDE', words: 'the platform does not take it', after: 30 },
    { outcome: 'NOT_REACHABLE', words: 'the number is not on WhatsApp', after: 1 },
  ],
  reached: 'delivered',
};
