import type { Channel } from '../../../parts/channels';
import { broadcast, drop } from './calls/part';
import { chat } from './chat/part';
import { desk } from './desk/part';
import type { ChannelPart } from './part';
import { texts } from './texts/part';

const PARTS: Record<Channel, ChannelPart> = {
  SMS: texts,
  WHATSAPP: chat,
  VOICE_BROADCAST: broadcast,
  VOICEMAIL_DROP: drop,
  AGENT_CALL: desk,
};

/** What a channel brings. */
export function channelPart(channel: Channel): ChannelPart {
  return PARTS[channel];
}
