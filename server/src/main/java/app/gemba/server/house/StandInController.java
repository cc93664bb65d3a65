package app.gemba.server.house;

import app.gemba.core.channel.Channel;
import app.gemba.core.phone.PhoneReader;
import app.gemba.core.phone.PhoneReading;
import app.gemba.server.BusinessClock;
import app.gemba.server.access.Caller;
import app.gemba.server.access.Needs;
import app.gemba.server.access.Permission;
import app.gemba.standins.RecentMessages;
import app.gemba.standins.sms.MessageCentre;
import app.gemba.store.AuditLog;
import app.gemba.store.HouseStore;
import app.gemba.store.Refused;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The simulated telephones, and the clock that a rehearsal may run faster. */
@RestController
@RequestMapping("/api/v1")
class StandInController {
  private static final int SHOWN = 200;

  private final SmsNetworkDesk desk;
  private final ChatNetworkDesk chats;
  private final CallNetworkDesk calls;
  private final PhoneReader phones;
  private final HouseStore house;
  private final AuditLog audit;
  private final BusinessClock clock;

  StandInController(
      SmsNetworkDesk desk,
      ChatNetworkDesk chats,
      CallNetworkDesk calls,
      PhoneReader phones,
      HouseStore house,
      AuditLog audit,
      BusinessClock clock) {
    this.desk = desk;
    this.chats = chats;
    this.calls = calls;
    this.phones = phones;
    this.house = house;
    this.audit = audit;
    this.clock = clock;
  }

  /** One text on a simulated telephone. */
  record PhoneText(
      Instant at, Channel channel, String phone, String other, boolean received, String text) {}

  /** A reply typed on a simulated telephone. */
  record TypedBody(
      Optional<Channel> channel,
      @NotBlank @Size(max = 40) String phone,
      @NotBlank @Size(max = 40) String to,
      @NotBlank @Size(max = 160) String text) {}

  /** The business clock; {@code speed} is 1 in life. */
  record ClockState(Instant at, boolean offRealTime, int speed) {}

  /** How many times faster. */
  record SpeedBody(@Min(1) @Max(600) int speed) {}

  @GetMapping("/stand-in/texts")
  @Needs(Permission.CHANGE_HOUSE)
  List<PhoneText> standInTexts(@RequestParam Optional<String> phone) {
    Optional<String> number = phone.filter(typed -> !typed.isBlank()).map(this::e164);
    return Stream.concat(
            desk.standIn().stream()
                .flatMap(centre -> centre.recent(number).stream())
                .map(one -> shown(Channel.SMS, one)),
            chats.standIn().stream()
                .flatMap(service -> service.recent(number).stream())
                .map(one -> shown(Channel.WHATSAPP, one)))
        .sorted(Comparator.comparing(PhoneText::at).reversed())
        .limit(SHOWN)
        .toList();
  }

  @PostMapping("/stand-in/texts")
  @Needs(Permission.CHANGE_HOUSE)
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void typeOnStandIn(@Valid @RequestBody TypedBody body) {
    if (body.channel().equals(Optional.of(Channel.WHATSAPP))) {
      chats
          .standIn()
          .orElseThrow(StandInController::notThere)
          .type(e164(body.phone()), body.to().strip(), body.text());
    } else {
      centre().type(e164(body.phone()), body.to().strip(), body.text());
    }
  }

  @GetMapping("/clock")
  @Needs(Permission.SIGNED_IN)
  ClockState businessClock() {
    return new ClockState(clock.instant(), clock.isOffRealTime(), clock.speed());
  }

  @PutMapping("/clock")
  @Needs(Permission.CHANGE_HOUSE)
  ClockState runClock(@Valid @RequestBody SpeedBody body) {
    clock.run(body.speed());
    desk.keepStep();
    chats.keepStep();
    calls.keepStep();
    audit.write(Caller.id(), "clock runs", body.speed() + " times as fast", "", clock.instant());
    return businessClock();
  }

  private MessageCentre centre() {
    return desk.standIn().orElseThrow(StandInController::notThere);
  }

  private static Refused notThere() {
    return new Refused(
        Refused.Kind.WRONG_STATE, "The stand-in is not the network now. Switch it on first.");
  }

  private String e164(String typed) {
    if (phones.read(typed, house.house().region()) instanceof PhoneReading.Numbers read) {
      return read.numbers().get(0).e164();
    }
    throw new Refused(Refused.Kind.INVALID, "“" + typed + "” is not a usable number.");
  }

  private static PhoneText shown(Channel channel, RecentMessages.Message one) {
    return new PhoneText(one.at(), channel, one.phone(), one.other(), one.received(), one.text());
  }
}
