import { calls, price } from '../../../../parts/format';
import type { ChannelPart } from '../part';
import { CallRate } from './CallRate';
import { CallsOfOne } from './CallsOfOne';
import { SpokenRow } from './SpokenRow';

const common = {
  Says: SpokenRow,
  HowFast: CallRate,
  OfOnePerson: CallsOfOne,
  unit: calls,
} satisfies Partial<ChannelPart>;

/** What a call costs with a sender. */
export function callPrice(tariff: Parameters<ChannelPart['price']>[0], currency: string): string {
  const attempt =
    tariff.attemptMicros > 0 ? `${price(tariff.attemptMicros, currency)} a call and ` : '';
  return `${attempt}${price(tariff.minuteMicros, currency)} a minute in steps of ${tariff.stepSeconds} s`;
}

/** A call that says its message to whoever or whatever answers. */
export const broadcast: ChannelPart = {
  ...common,
  channel: 'VOICE_BROADCAST',
  begin: {
    chat: null,
    perMinute: 10,
    call: {
      soundId: null,
      soundSeconds: 0,
      keys: [
        { key: '1', act: 'CONFIRM' },
        { key: '9', act: 'OPT_OUT' },
      ],
      againMinutes: 60,
      leaveOnMachines: true,
      personHears: true,
      atOnce: 5,
      perHour: null,
      agents: null,
    },
  },
  number: 'can be called',
  price: callPrice,
  again: [
    { outcome: 'NOT_NOW', words: 'it is busy, declined or not answered', after: 60 },
    { outcome: 'OUR_SIDE', words: 'the telephone network fails', after: 10 },
    { outcome: 'NOT_REACHABLE', words: 'the number is out of service', after: 1 },
  ],
  reached: 'reached',
};

/** A message for mailboxes only. */
export const drop: ChannelPart = {
  ...common,
  channel: 'VOICEMAIL_DROP',
  begin: {
    chat: null,
    perMinute: 10,
    call: {
      soundId: null,
      soundSeconds: 0,
      keys: [{ key: '9', act: 'OPT_OUT' }],
      againMinutes: 60,
      leaveOnMachines: true,
      personHears: false,
      atOnce: 3,
      perHour: 120,
      agents: null,
    },
  },
  number: 'can have a mailbox',
  price: callPrice,
  again: [
    { outcome: 'NOT_NOW', words: 'a person answers, or no mailbox does', after: 240 },
    { outcome: 'OUR_SIDE', words: 'the telephone network fails', after: 10 },
    { outcome: 'NOT_REACHABLE', words: 'the number is out of service', after: 1 },
  ],
  reached: 'confirmed',
};
