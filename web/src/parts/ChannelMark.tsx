import { CHANNELS, type Channel } from './channels';

/** The mark of a channel, for places where its word stands beside it or is known. */
export function ChannelMark({ channel }: { channel: Channel }) {
  const { word, mark: Mark } = CHANNELS[channel];
  return <Mark size={14} className="inline shrink-0" aria-label={word} />;
}
