package app.gemba.server.people;

import app.gemba.server.BusinessClock;
import app.gemba.server.access.Caller;
import app.gemba.server.access.Needs;
import app.gemba.server.access.Permission;
import app.gemba.store.Forgetting;
import app.gemba.store.PeopleStore;
import app.gemba.store.PeopleStore.HistoryLine;
import app.gemba.store.PeopleStore.Person;
import app.gemba.store.PeopleStore.StoryLine;
import app.gemba.store.Refused;
import app.gemba.store.SoundStore;
import java.io.IOException;
import java.time.Instant;
import java.util.List;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** One person's whole record, for them; and that they are forgotten. */
@RestController
@RequestMapping("/api/v1/people/{id}")
class OneRecordController {
  private final PeopleStore people;
  private final Forgetting forgetting;
  private final SoundStore sounds;
  private final ErasedRows files;
  private final BusinessClock clock;

  OneRecordController(
      PeopleStore people,
      Forgetting forgetting,
      ErasedRows files,
      SoundStore sounds,
      BusinessClock clock) {
    this.sounds = sounds;
    this.people = people;
    this.forgetting = forgetting;
    this.files = files;
    this.clock = clock;
  }

  /** Everything that is kept of a person. */
  record WholeRecord(
      Instant writtenAt,
      Person person,
      List<StoryLine> whatHappened,
      List<HistoryLine> whatWasChanged) {}

  /** As a file of JSON (RFC 8259), which any program can read. */
  @GetMapping("/record.json")
  @Needs(Permission.CHANGE_PEOPLE)
  ResponseEntity<WholeRecord> record(@PathVariable long id) {
    Caller.requireWholeNumbers();
    Instant now = clock.instant();
    return ResponseEntity.ok()
        .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"person-" + id + ".json\"")
        .contentType(MediaType.APPLICATION_JSON)
        .body(new WholeRecord(now, people.person(id, now), people.story(id), people.history(id)));
  }

  /**
   * Forgets somebody for good: this cannot be taken back.
   *
   * @throws Refused where they have been forgotten
   */
  @PostMapping("/forget")
  @Needs(Permission.CHANGE_PEOPLE)
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void forget(@PathVariable long id) throws IOException {
    people.person(id, clock.instant());
    files.erase(forgetting.rowsOf(id));
    sounds.eraseRecordings(forgetting.attemptsAt(id));
    forgetting.forget(id, Caller.id(), clock.instant());
  }
}
