package app.gemba.server.imports;

import app.gemba.server.BusinessClock;
import app.gemba.server.access.Caller;
import app.gemba.server.access.Needs;
import app.gemba.server.access.Permission;
import app.gemba.store.Fields;
import app.gemba.store.Mappings;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Remembered mappings, and the custom fields that files become. */
@RestController
@RequestMapping("/api/v1")
class MappingController {
  private final Mappings mappings;
  private final Fields fields;
  private final BusinessClock clock;

  MappingController(Mappings mappings, Fields fields, BusinessClock clock) {
    this.mappings = mappings;
    this.fields = fields;
    this.clock = clock;
  }

  /** A remembered mapping. */
  record MappingView(
      long id, String name, List<String> headers, PlanBody plan, int version, Instant usedAt) {}

  /** A mapping as somebody changed it. */
  record MappingBody(
      int version, @NotBlank @Size(max = 120) String name, @NotNull @Valid PlanBody plan) {}

  @GetMapping("/mappings")
  @Needs(Permission.SEE_PEOPLE)
  List<MappingView> mappings() {
    return mappings.all().stream().map(MappingController::view).toList();
  }

  @PutMapping("/mappings/{id}")
  @Needs(Permission.CHANGE_PEOPLE)
  MappingView changeMapping(@PathVariable long id, @Valid @RequestBody MappingBody body) {
    Mappings.Mapping is = mappings.get(id);
    mappings.change(
        id,
        body.version(),
        body.name(),
        body.plan().read(is.headers()),
        Caller.id(),
        clock.instant());
    return view(mappings.get(id));
  }

  @DeleteMapping("/mappings/{id}")
  @Needs(Permission.CHANGE_PEOPLE)
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void forgetMapping(@PathVariable long id) {
    mappings.get(id);
    mappings.forget(id, Caller.id(), clock.instant());
  }

  @GetMapping("/fields")
  @Needs(Permission.SEE_PEOPLE)
  List<Fields.Field> fields() {
    return fields.all();
  }

  private static MappingView view(Mappings.Mapping is) {
    return new MappingView(
        is.id(), is.name(), is.headers(), PlanBody.of(is.plan()), is.version(), is.usedAt());
  }
}
