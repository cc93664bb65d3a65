package app.gemba.server.house;

import app.gemba.core.channel.Channel;
import app.gemba.engine.Outlets;
import app.gemba.server.BusinessClock;
import app.gemba.server.access.Caller;
import app.gemba.server.access.Needs;
import app.gemba.server.access.Permission;
import app.gemba.store.NetworkStore;
import app.gemba.store.NetworkStore.Network;
import app.gemba.store.Refused;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.net.URI;
import java.util.Map;
import java.util.Optional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The chat service and the telephone network that the house uses. */
@RestController
@RequestMapping("/api/v1")
class NetworkController {
  private final NetworkStore networks;
  private final ChatNetworkDesk chats;
  private final CallNetworkDesk calls;
  private final Outlets outlets;
  private final BusinessClock clock;

  NetworkController(
      NetworkStore networks,
      ChatNetworkDesk chats,
      CallNetworkDesk calls,
      Outlets outlets,
      BusinessClock clock) {
    this.networks = networks;
    this.chats = chats;
    this.calls = calls;
    this.outlets = outlets;
    this.clock = clock;
  }

  /** How a network is reached; what is secret is never given back. */
  record ChannelNetwork(boolean configured, String kind, String address, boolean connected) {}

  /** A chat service: where it is, our key there, and the secret that it signs with. */
  record ChatNetworkBody(
      @NotBlank @Size(max = 300) String url,
      @NotBlank @Size(max = 200) String key,
      @NotBlank @Size(min = 16, max = 200) String secret) {}

  /** A telephone exchange, and how many lines it gives us. */
  record CallNetworkBody(
      @NotBlank @Size(max = 200) String host,
      @Min(1) @Max(65535) int port,
      @Min(1) @Max(500) int lines) {}

  @GetMapping("/networks/{channel}")
  @Needs(Permission.SIGNED_IN)
  ChannelNetwork network(@PathVariable Channel channel) {
    return networks
        .network(channel)
        .map(
            to ->
                new ChannelNetwork(true, to.kind(), address(to), outlets.of(channel).isConnected()))
        .orElse(new ChannelNetwork(false, "", "", false));
  }

  @PutMapping("/networks/{channel}/stand-in")
  @Needs(Permission.CHANGE_HOUSE)
  ChannelNetwork useChannelStandIn(@PathVariable Channel channel) {
    return use(
        channel,
        Optional.of(
            channel == Channel.WHATSAPP
                ? ChatNetworkDesk.standInNetwork()
                : CallNetworkDesk.standInNetwork()));
  }

  @PutMapping("/networks/WHATSAPP")
  @Needs(Permission.CHANGE_HOUSE)
  ChannelNetwork useChatService(@Valid @RequestBody ChatNetworkBody body) {
    requireAddress(body.url());
    Map<String, String> settings =
        Map.of("url", body.url(), "key", body.key(), "secret", body.secret());
    return use(Channel.WHATSAPP, Optional.of(new Network(false, settings)));
  }

  @PutMapping("/networks/VOICE_BROADCAST")
  @Needs(Permission.CHANGE_HOUSE)
  ChannelNetwork useExchange(@Valid @RequestBody CallNetworkBody body) {
    Map<String, String> settings =
        Map.of(
            "host", body.host(),
            "port", String.valueOf(body.port()),
            "lines", String.valueOf(body.lines()));
    return use(Channel.VOICE_BROADCAST, Optional.of(new Network(false, settings)));
  }

  @DeleteMapping("/networks/{channel}")
  @Needs(Permission.CHANGE_HOUSE)
  ChannelNetwork useNoChannelNetwork(@PathVariable Channel channel) {
    return use(channel, Optional.empty());
  }

  private ChannelNetwork use(Channel channel, Optional<Network> network) {
    if (channel == Channel.SMS) {
      throw new Refused(Refused.Kind.INVALID, "The SMS network has an address of its own.");
    }
    networks.use(channel, network, Caller.id(), clock.instant());
    if (channel == Channel.WHATSAPP) {
      chats.connect();
    } else {
      calls.connect();
    }
    return network(channel);
  }

  private static String address(Network network) {
    Map<String, String> settings = network.settings();
    return settings.containsKey("url")
        ? settings.get("url")
        : settings.containsKey("host") ? settings.get("host") + ":" + settings.get("port") : "";
  }

  private static void requireAddress(String url) {
    try {
      URI address = URI.create(url);
      if (!address.isAbsolute() || !address.getScheme().matches("https?")) {
        throw new IllegalArgumentException(url);
      }
    } catch (IllegalArgumentException e) {
      throw new Refused(
          Refused.Kind.INVALID, "The address must be whole, such as https://chat.example.");
    }
  }
}
