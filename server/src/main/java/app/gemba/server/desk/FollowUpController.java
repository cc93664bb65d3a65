package app.gemba.server.desk;

import app.gemba.server.access.Caller;
import app.gemba.server.access.Needs;
import app.gemba.server.access.Permission;
import app.gemba.store.FollowUps;
import app.gemba.store.FollowUps.FollowUp;
import app.gemba.store.Page;
import java.util.Optional;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Open promises: an agent's own at the desk, everybody's on the floor. */
@RestController
@RequestMapping("/api/v1")
class FollowUpController {
  private static final int PAGE = 50;
  private static final int MOST_IN_A_CALENDAR = 2_000;

  private final FollowUps followUps;
  private final FollowUpCalendar calendar;

  FollowUpController(FollowUps followUps, FollowUpCalendar calendar) {
    this.followUps = followUps;
    this.calendar = calendar;
  }

  @GetMapping("/desk/follow-ups")
  @Needs(Permission.TAKE_CALLS)
  Page<FollowUp> myFollowUps(@RequestParam Optional<String> after) {
    return followUps.open(Caller.id(), after.orElse(""), PAGE);
  }

  @GetMapping("/floor/follow-ups")
  @Needs(Permission.SEE_FLOOR)
  Page<FollowUp> allFollowUps(@RequestParam Optional<String> after) {
    return followUps.open(Optional.empty(), after.orElse(""), PAGE);
  }

  /** An agent's open promises for their own calendar (RFC 5545). */
  @GetMapping(value = "/desk/follow-ups.ics", produces = "text/calendar")
  @Needs(Permission.TAKE_CALLS)
  ResponseEntity<String> calendar() {
    Page<FollowUp> mine = followUps.open(Caller.id(), "", MOST_IN_A_CALENDAR);
    return ResponseEntity.ok()
        .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"follow-ups.ics\"")
        .body(calendar.of(mine.items()));
  }
}
