import {
  Headset,
  MessageCircle,
  MessageSquareText,
  PhoneCall,
  Voicemail,
  type LucideIcon,
} from 'lucide-react';
import type { Schemas } from '../api/client';

export type Channel = Schemas['Brief']['channel'];

/** How a channel is told from others: by a mark and a word, never by a colour. */
export const CHANNELS: Record<Channel, { word: string; one: string; mark: LucideIcon }> = {
  SMS: { word: 'texts', one: 'Text', mark: MessageSquareText },
  WHATSAPP: { word: 'WhatsApp', one: 'WhatsApp', mark: MessageCircle },
  VOICE_BROADCAST: { word: 'voice calls', one: 'Voice call', mark: PhoneCall },
  VOICEMAIL_DROP: { word: 'voicemails', one: 'Voicemail', mark: Voicemail },
  AGENT_CALL: { word: 'calls by agents', one: 'Agents call', mark: Headset },
};

/** All channels, in the order in which they are offered. */
export const ALL_CHANNELS: Channel[] = [
  'SMS',
  'WHATSAPP',
  'VOICE_BROADCAST',
  'VOICEMAIL_DROP',
  'AGENT_CALL',
];

/** Whether a channel calls people by telephone. */
export function isCall(channel: Channel): boolean {
  return hasRecordedVoice(channel) || channel === 'AGENT_CALL';
}

/** Whether it calls with a recorded or artificial voice. */
export function hasRecordedVoice(channel: Channel): boolean {
  return channel === 'VOICE_BROADCAST' || channel === 'VOICEMAIL_DROP';
}

/** The channel by whose senders and network this one goes: all calls go by the same. */
export function kept(channel: Channel): Channel {
  return isCall(channel) ? 'VOICE_BROADCAST' : channel;
}
