import type { Schemas } from '../../api/client';

/** What an agent is doing, in words. */
export const STATE_WORDS: Record<Schemas['DeskView']['state'], string> = {
  OFFLINE: 'offline',
  BREAK: 'break',
  READY: 'ready',
  DIALLING: 'being dialled for',
  RINGING: 'ringing',
  TALKING: 'talking',
  WRAP_UP: 'wrap-up',
};
