import { messages, price } from '../../../../parts/format';
import { MessageRow } from '../../brief/MessageRow';
import { PerMinute } from '../PerMinute';
import type { ChannelPart } from '../part';

/** Texts to mobile telephones. */
export const texts: ChannelPart = {
  channel: 'SMS',
  Says: MessageRow,
  HowFast: PerMinute,
  OfOnePerson: () => null,
  begin: { chat: null, call: null },
  number: 'takes texts',
  unit: messages,
  price: (tariff, currency) => `${price(tariff.partMicros, currency)} a segment`,
  again: [
    { outcome: 'NOT_NOW', words: 'the handset is away', after: 240 },
    { outcome: 'UNKNOWN', words: 'the network gives no reason', after: 60 },
    { outcome: 'OUR_SIDE', words: 'the network does not take the text', after: 30 },
    { outcome: 'NOT_REACHABLE', words: 'the number is out of service', after: 1 },
  ],
  reached: 'delivered',
};
