package app.gemba.server.campaigns;

import app.gemba.server.access.Caller;
import app.gemba.server.access.Needs;
import app.gemba.server.access.Permission;
import app.gemba.server.campaigns.Preflights.GroupPerson;
import app.gemba.server.campaigns.Preflights.Result;
import app.gemba.store.Page;
import java.util.List;
import java.util.Optional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What would happen, before launch. */
@RestController
@RequestMapping("/api/v1/campaigns/{id}")
class PreflightController {
  private static final int PAGE = 50;

  private final Preflights preflights;

  PreflightController(Preflights preflights) {
    this.preflights = preflights;
  }

  @GetMapping("/preflight")
  @Needs(Permission.SEE_CAMPAIGNS)
  Result preflight(@PathVariable long id) {
    return preflights.result(id);
  }

  @GetMapping("/preflight/people")
  @Needs(Permission.SEE_CAMPAIGNS)
  Page<GroupPerson> preflightPeople(
      @PathVariable long id,
      @RequestParam Optional<String> group,
      @RequestParam Optional<Long> after) {
    List<GroupPerson> people =
        preflights.people(id, group, after.orElse(0L), PAGE + 1).stream()
            .map(
                person ->
                    new GroupPerson(
                        person.personId(),
                        person.name(),
                        Caller.shown(person.number()),
                        person.text(),
                        person.reasons()))
            .toList();
    boolean more = people.size() > PAGE;
    List<GroupPerson> shown = more ? people.subList(0, PAGE) : people;
    Optional<String> next =
        more ? Optional.of(String.valueOf(shown.get(PAGE - 1).personId())) : Optional.empty();
    return new Page<>(shown, next);
  }

  @GetMapping("/fields")
  @Needs(Permission.SEE_CAMPAIGNS)
  List<String> mergeFields(@PathVariable long id) {
    return preflights.fields(id);
  }
}
