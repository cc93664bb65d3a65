package app.gemba.server.people;

import app.gemba.engine.ActRunner;
import app.gemba.server.BusinessClock;
import app.gemba.server.access.Caller;
import app.gemba.server.access.Needs;
import app.gemba.server.access.Permission;
import app.gemba.store.Acts;
import app.gemba.store.Acts.Act;
import app.gemba.store.ListStore;
import app.gemba.store.Refused;
import app.gemba.store.Selection;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What is done to many people at once, and taken back. */
@RestController
@RequestMapping("/api/v1")
class ActController {
  private static final int LAST = 20;

  private final Acts acts;
  private final ActRunner runner;
  private final ListStore lists;
  private final ListAccess access;
  private final BusinessClock clock;

  ActController(
      Acts acts, ActRunner runner, ListStore lists, ListAccess access, BusinessClock clock) {
    this.acts = acts;
    this.runner = runner;
    this.lists = lists;
    this.access = access;
    this.clock = clock;
  }

  /**
   * Something to be done to people.
   *
   * @param expected how many they are, as was said when it was confirmed; another number is refused
   */
  record ActBody(
      @NotNull Acts.Kind kind,
      @NotNull @Valid SelectionBody selection,
      Optional<Long> list,
      Optional<@Size(max = 60) String> tag,
      long expected) {}

  /** How many people a selection is. */
  record CountView(long people) {}

  /** Counts whom something would be done to, before it is done. */
  @PostMapping("/people/count")
  @Needs(Permission.SEE_PEOPLE)
  CountView count(@Valid @RequestBody SelectionBody body) {
    return new CountView(lists.count(body.read(access), clock.instant()));
  }

  @PostMapping("/acts")
  @Needs(Permission.CHANGE_PEOPLE)
  @ResponseStatus(HttpStatus.CREATED)
  Act begin(@Valid @RequestBody ActBody body) {
    access.require(body.list());
    Selection selection = body.selection().read(access);
    long people = lists.count(selection, clock.instant());
    if (people != body.expected()) {
      throw new Refused(
          Refused.Kind.STALE,
          "These are "
              + people
              + " people now, not "
              + body.expected()
              + ". Nothing was done; look at them again.");
    }
    boolean listNeeded =
        body.kind() == Acts.Kind.PUT_ON_LIST || body.kind() == Acts.Kind.TAKE_OFF_LIST;
    boolean tagNeeded = body.kind() == Acts.Kind.TAG || body.kind() == Acts.Kind.UNTAG;
    if (listNeeded != body.list().isPresent() || tagNeeded != body.tag().isPresent()) {
      throw new Refused(Refused.Kind.INVALID, "Say which list, or which tag.");
    }
    Act begun =
        acts.begin(
            new Acts.Wanted(body.kind(), selection, body.list(), body.tag()),
            Caller.id(),
            clock.instant());
    runner.go(begun.id());
    return begun;
  }

  @GetMapping("/acts")
  @Needs(Permission.SEE_PEOPLE)
  List<Act> acts() {
    return acts.last(LAST);
  }

  @GetMapping("/acts/{id}")
  @Needs(Permission.SEE_PEOPLE)
  Act act(@PathVariable long id) {
    return acts.get(id);
  }

  @PostMapping("/acts/{id}/take-back")
  @Needs(Permission.CHANGE_PEOPLE)
  Act takeActBack(@PathVariable long id) {
    Act begun = acts.takeBack(id, Caller.id(), clock.instant());
    runner.go(id);
    return begun;
  }
}
