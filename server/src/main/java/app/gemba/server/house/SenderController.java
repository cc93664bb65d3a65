package app.gemba.server.house;

import app.gemba.core.campaign.OutgoingText;
import app.gemba.core.channel.Channel;
import app.gemba.core.channel.Tariff;
import app.gemba.core.phone.PhoneReader;
import app.gemba.core.phone.PhoneReading;
import app.gemba.engine.MessageExchange;
import app.gemba.networks.sms.SmppProbe;
import app.gemba.networks.sms.SmppSettings;
import app.gemba.server.BusinessClock;
import app.gemba.server.access.Caller;
import app.gemba.server.access.Needs;
import app.gemba.server.access.Permission;
import app.gemba.store.HouseStore;
import app.gemba.store.NetworkStore;
import app.gemba.store.NetworkStore.SmsNetwork;
import app.gemba.store.Refused;
import app.gemba.store.SenderStore;
import app.gemba.store.SenderStore.Sender;
import app.gemba.store.SenderStore.SenderTerms;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Senders, and the network that carries their texts. */
@RestController
@RequestMapping("/api/v1")
class SenderController {
  private final SenderStore senders;
  private final NetworkStore networks;
  private final SmsNetworkDesk desk;
  private final MessageExchange<OutgoingText> exchange;
  private final PhoneReader phones;
  private final HouseStore house;
  private final BusinessClock clock;

  SenderController(
      SenderStore senders,
      NetworkStore networks,
      SmsNetworkDesk desk,
      MessageExchange<OutgoingText> exchange,
      PhoneReader phones,
      HouseStore house,
      BusinessClock clock) {
    this.senders = senders;
    this.networks = networks;
    this.desk = desk;
    this.exchange = exchange;
    this.phones = phones;
    this.house = house;
    this.clock = clock;
  }

  /** A new sender: a number, a short code of 3 to 8 digits, or a name of up to 11 characters. */
  record NewSender(
      @NotBlank @Size(max = 40) String address,
      @NotBlank @Size(max = 80) String label,
      @NotEmpty Set<Channel> channels,
      @NotNull Tariff tariff,
      Optional<@Min(1) @Max(6_000_000) Integer> perMinute) {}

  /** What is changed about a sender, and the version it was changed from. */
  record SenderBody(
      int version,
      @NotBlank @Size(max = 80) String label,
      @NotEmpty Set<Channel> channels,
      @NotNull Tariff tariff,
      Optional<@Min(1) @Max(6_000_000) Integer> perMinute) {}

  /** How the network is reached; the password is never given back. */
  record NetworkState(
      boolean configured, String kind, String host, int port, String systemId, boolean connected) {}

  /** A network to connect to. */
  record NetworkBody(
      @NotBlank @Size(max = 200) String host,
      @Min(1) @Max(65535) int port,
      @NotBlank @Size(max = 15) String systemId,
      @Size(max = 8) String password,
      @Min(1) @Max(500) int window) {}

  @GetMapping("/senders")
  @Needs(Permission.SEE_CAMPAIGNS)
  List<Sender> senders() {
    return senders.all();
  }

  @PostMapping("/senders")
  @Needs(Permission.CHANGE_HOUSE)
  @ResponseStatus(HttpStatus.CREATED)
  Sender addSender(@Valid @RequestBody NewSender body) {
    return senders.add(
        address(body.address().strip(), body.channels()),
        terms(body.label(), body.channels(), body.tariff(), body.perMinute()),
        Caller.id(),
        clock.instant());
  }

  @PutMapping("/senders/{id}")
  @Needs(Permission.CHANGE_HOUSE)
  Sender changeSender(@PathVariable long id, @Valid @RequestBody SenderBody body) {
    return senders.change(
        id,
        body.version(),
        terms(body.label(), body.channels(), body.tariff(), body.perMinute()),
        Caller.id(),
        clock.instant());
  }

  @GetMapping("/sms-network")
  @Needs(Permission.SIGNED_IN)
  NetworkState smsNetwork() {
    return networks
        .smsNetwork()
        .map(
            to ->
                new NetworkState(
                    true, to.kind(), to.host(), to.port(), to.systemId(), exchange.isConnected()))
        .orElse(new NetworkState(false, "", "", 0, "", false));
  }

  @PutMapping("/sms-network")
  @Needs(Permission.CHANGE_HOUSE)
  NetworkState useSmpp(@Valid @RequestBody NetworkBody body) {
    return use(
        Optional.of(
            new SmsNetwork(
                "smpp",
                body.host(),
                body.port(),
                body.systemId(),
                Optional.ofNullable(body.password()).orElse(""),
                body.window())));
  }

  /** What a trial came to; {@code problem} is blank where the message centre let us in. */
  record Trial(boolean connected, String problem) {}

  /** Tries a message centre without changing anything. */
  @PostMapping("/sms-network/test")
  @Needs(Permission.CHANGE_HOUSE)
  Trial testSmpp(@Valid @RequestBody NetworkBody body) {
    Optional<String> problem =
        SmppProbe.problemWith(
            new SmppSettings(
                body.host(),
                body.port(),
                body.systemId(),
                Optional.ofNullable(body.password()).orElse(""),
                body.window(),
                false));
    return new Trial(problem.isEmpty(), problem.orElse(""));
  }

  @PutMapping("/sms-network/stand-in")
  @Needs(Permission.CHANGE_HOUSE)
  NetworkState useStandIn() {
    return use(Optional.of(SmsNetworkDesk.standInNetwork()));
  }

  @DeleteMapping("/sms-network")
  @Needs(Permission.CHANGE_HOUSE)
  NetworkState useNoNetwork() {
    return use(Optional.empty());
  }

  private NetworkState use(Optional<SmsNetwork> network) {
    networks.useSmsNetwork(network, Caller.id(), clock.instant());
    desk.connect();
    return smsNetwork();
  }

  private static SenderTerms terms(
      String label, Set<Channel> channels, Tariff tariff, Optional<Integer> perMinute) {
    if (!tariff.mistakes().isEmpty()) {
      throw new Refused(Refused.Kind.INVALID, String.join(" ", tariff.mistakes()));
    }
    return new SenderTerms(label.strip(), channels, tariff, perMinute);
  }

  private String address(String typed, Set<Channel> channels) {
    boolean onlyTexts = channels.equals(Set.of(Channel.SMS));
    if (!onlyTexts) {
      return number(typed)
          .orElseThrow(
              () ->
                  new Refused(
                      Refused.Kind.INVALID,
                      "Calls and WhatsApp messages come from a telephone number."));
    }
    if (typed.matches("\\d{3,8}") || typed.matches("(?=.*[A-Za-z])[A-Za-z0-9 ]{1,11}")) {
      return typed;
    }
    return number(typed)
        .orElseThrow(
            () ->
                new Refused(
                    Refused.Kind.INVALID,
                    "A sender is a telephone number, a short code of 3 to 8 digits, or a name of"
                        + " up to 11 letters and digits."));
  }

  private Optional<String> number(String typed) {
    return phones.read(typed, house.house().region()) instanceof PhoneReading.Numbers read
        ? Optional.of(read.numbers().get(0).e164())
        : Optional.empty();
  }
}
