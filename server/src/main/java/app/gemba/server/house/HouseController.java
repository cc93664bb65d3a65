package app.gemba.server.house;

import app.gemba.engine.Brake;
import app.gemba.server.BusinessClock;
import app.gemba.server.access.Caller;
import app.gemba.server.access.Needs;
import app.gemba.server.access.Permission;
import app.gemba.store.AuditLog;
import app.gemba.store.HouseStore;
import app.gemba.store.HouseStore.House;
import app.gemba.store.HouseStore.Switch;
import app.gemba.store.HouseStore.SwitchState;
import app.gemba.store.Page;
import app.gemba.store.Refused;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.time.DateTimeException;
import java.time.ZoneId;
import java.util.Currency;
import java.util.Optional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The house, its brake and its audit log. */
@RestController
@RequestMapping("/api/v1")
class HouseController {
  private static final int AUDIT_PAGE = 100;

  private final HouseStore house;
  private final AuditLog audit;
  private final Brake brake;
  private final BusinessClock clock;

  HouseController(HouseStore house, AuditLog audit, Brake brake, BusinessClock clock) {
    this.house = house;
    this.audit = audit;
    this.brake = brake;
    this.clock = clock;
  }

  /** The house as it is asked for and changed. */
  record HouseBody(
      @NotBlank @Size(max = 120) String name,
      @NotBlank String zone,
      @Pattern(regexp = "[A-Z]{2}") String region,
      @Pattern(regexp = "[A-Z]{3}") String currency,
      int version) {}

  /** On or off. */
  record SwitchBody(boolean on) {}

  @GetMapping("/house")
  @Needs(Permission.SIGNED_IN)
  HouseBody house() {
    House is = house.house();
    return new HouseBody(is.name(), is.zone().getId(), is.region(), is.currency(), is.version());
  }

  @PutMapping("/house")
  @Needs(Permission.CHANGE_HOUSE)
  HouseBody changeHouse(@Valid @RequestBody HouseBody body) {
    try {
      Currency.getInstance(body.currency());
      ZoneId zone = ZoneId.of(body.zone());
      house.change(
          new House(body.name().strip(), zone, body.region(), body.currency(), body.version()),
          Caller.id(),
          clock.instant());
    } catch (DateTimeException | IllegalArgumentException e) {
      throw new Refused(
          Refused.Kind.INVALID,
          "The zone must be one of the tz database (America/New_York), the currency one of ISO 4217"
              + " (USD). Nothing was changed.");
    }
    return house();
  }

  @GetMapping("/brake")
  @Needs(Permission.SIGNED_IN)
  SwitchState brake() {
    return house.state(Switch.BRAKE);
  }

  /** Obeyed at once, then kept. Taken off, it is kept first. */
  @PutMapping("/brake")
  @Needs(Permission.BRAKE)
  SwitchState setBrake(@RequestBody SwitchBody body) {
    if (body.on()) {
      brake.set(true);
    }
    house.turn(Switch.BRAKE, body.on(), Caller.id(), clock.instant());
    brake.set(body.on());
    return house.state(Switch.BRAKE);
  }

  @GetMapping("/audit")
  @Needs(Permission.SEE_AUDIT)
  Page<AuditLog.Entry> audit(@RequestParam Optional<Long> before) {
    return audit.page(before, AUDIT_PAGE);
  }
}
