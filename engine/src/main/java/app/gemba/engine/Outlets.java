package app.gemba.engine;

import app.gemba.core.channel.Channel;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.Map;

/** The way out of every channel. */
public final class Outlets {
  private final Map<Channel, Outlet> byChannel;

  /** Of all channels. */
  public Outlets(Map<Channel, Outlet> byChannel) {
    this.byChannel = new EnumMap<>(byChannel);
  }

  /** The way out of a channel. */
  public Outlet of(Channel channel) {
    return byChannel.get(channel);
  }

  /** What of this campaign is claimed and has not left stays here. */
  public void stopCampaign(long campaign) {
    new HashSet<>(byChannel.values()).forEach(outlet -> outlet.stopCampaign(campaign));
  }

  void onChange(Runnable runnable) {
    new HashSet<>(byChannel.values()).forEach(outlet -> outlet.onChange(runnable));
  }
}
