package app.gemba.server.people;

import app.gemba.core.people.Filter;
import app.gemba.server.BusinessClock;
import app.gemba.server.access.Caller;
import app.gemba.server.access.Needs;
import app.gemba.server.access.Permission;
import app.gemba.store.ListStore;
import app.gemba.store.ListStore.NamedList;
import app.gemba.store.TagStore;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
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

/** Lists, and filters that are saved as such. */
@RestController
@RequestMapping("/api/v1")
class ListController {
  private final ListStore lists;
  private final ListAccess access;
  private final TagStore tags;
  private final BusinessClock clock;

  ListController(ListStore lists, ListAccess access, TagStore tags, BusinessClock clock) {
    this.lists = lists;
    this.access = access;
    this.tags = tags;
    this.clock = clock;
  }

  /** A list; a saved filter says what it asks. */
  record ListView(
      long id,
      String name,
      String note,
      long people,
      Instant createdAt,
      Optional<FilterBody> filter,
      List<Long> users,
      boolean watched,
      String folder,
      int version) {
    static ListView of(NamedList is) {
      return new ListView(
          is.id(),
          is.name(),
          is.note(),
          is.people(),
          is.createdAt(),
          is.filter().map(FilterBody::of),
          is.users(),
          is.watched(),
          is.folder(),
          is.version());
    }
  }

  /** A new list, or a filter under a name. */
  record NewList(@NotBlank @Size(max = 120) String name, Optional<@Valid FilterBody> filter) {}

  /** A list as somebody changed it. */
  record ListBody(
      int version,
      @NotBlank @Size(max = 120) String name,
      @NotNull @Size(max = 1000) String note,
      @NotNull @Size(max = 500) List<Long> users,
      boolean watched,
      Optional<@Valid FilterBody> filter) {}

  @GetMapping("/lists")
  @Needs(Permission.SEE_PEOPLE)
  List<ListView> lists() {
    return access.mine().stream().map(ListView::of).toList();
  }

  @PostMapping("/lists")
  @Needs(Permission.CHANGE_PEOPLE)
  @ResponseStatus(HttpStatus.CREATED)
  ListView addList(@Valid @RequestBody NewList body) {
    return ListView.of(lists.add(body.name(), read(body.filter()), Caller.id(), clock.instant()));
  }

  @GetMapping("/lists/{id}")
  @Needs(Permission.SEE_PEOPLE)
  ListView list(@PathVariable long id) {
    access.require(id);
    return ListView.of(lists.recount(id, clock.instant()));
  }

  @PutMapping("/lists/{id}")
  @Needs(Permission.CHANGE_PEOPLE)
  ListView changeList(@PathVariable long id, @Valid @RequestBody ListBody body) {
    access.require(id);
    return ListView.of(
        lists.change(
            id,
            new ListStore.Change(
                body.version(),
                body.name(),
                body.note(),
                body.users(),
                body.watched(),
                read(body.filter())),
            Caller.id(),
            clock.instant()));
  }

  private Optional<Filter> read(Optional<FilterBody> filter) {
    Optional<Filter> read = filter.map(FilterBody::read);
    read.ifPresent(access::require);
    return read;
  }

  /** Deletes a list; the people on it stay. */
  @DeleteMapping("/lists/{id}")
  @Needs(Permission.CHANGE_PEOPLE)
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void deleteList(@PathVariable long id) {
    access.require(id);
    lists.delete(id, Caller.id(), clock.instant());
  }

  @PostMapping("/lists/{id}/bring-back")
  @Needs(Permission.CHANGE_PEOPLE)
  ListView bringListBack(@PathVariable long id) {
    return ListView.of(lists.bringBack(id, Caller.id(), clock.instant()));
  }

  /** All tags, with how many people have each. */
  @GetMapping("/tags")
  @Needs(Permission.SEE_PEOPLE)
  List<TagStore.Tag> tags() {
    return tags.all();
  }
}
