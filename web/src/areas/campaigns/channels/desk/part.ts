import { calls } from '../../../../parts/format';
import { CallsOfOne } from '../calls/CallsOfOne';
import { callPrice } from '../calls/part';
import type { ChannelPart } from '../part';
import { AgentsRate } from './AgentsRate';
import { ScriptRow } from './ScriptRow';

/** Calls that agents hold. */
export const desk: ChannelPart = {
  channel: 'AGENT_CALL',
  Says: ScriptRow,
  HowFast: AgentsRate,
  OfOnePerson: CallsOfOne,
  begin: {
    chat: null,
    perMinute: 10,
    call: {
      soundId: null,
      soundSeconds: 0,
      keys: [],
      againMinutes: 60,
      leaveOnMachines: true,
      personHears: true,
      atOnce: 10,
      perHour: null,
      agents: {
        dialling: 'PREVIEW',
        outcomes: [
          { key: '1', label: 'Agreed', follow: 'DONE', afterMinutes: 0, listId: null },
          { key: '2', label: 'Call again', follow: 'FOLLOW_UP', afterMinutes: 1440, listId: null },
          { key: '3', label: 'Not interested', follow: 'DONE', afterMinutes: 0, listId: null },
          { key: '4', label: 'Wrong person', follow: 'NEXT_NUMBER', afterMinutes: 5, listId: null },
          { key: '5', label: 'No more contact', follow: 'SUPPRESS', afterMinutes: 0, listId: null },
        ],
        answers: [],
        machineWords: '',
        wrapUpSeconds: null,
        agents: 2,
        callsAnHour: 20,
      },
    },
  },
  number: 'can be called',
  unit: calls,
  price: callPrice,
  again: [
    { outcome: 'NOT_NOW', words: 'it is busy, declined or not answered', after: 60 },
    { outcome: 'OUR_SIDE', words: 'the telephone network fails', after: 10 },
    { outcome: 'NOT_REACHABLE', words: 'the number is out of service', after: 1 },
  ],
  reached: 'reached',
};
