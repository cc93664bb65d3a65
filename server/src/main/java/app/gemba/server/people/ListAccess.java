package app.gemba.server.people;

import app.gemba.core.people.Filter;
import app.gemba.server.access.Caller;
import app.gemba.server.access.Role;
import app.gemba.store.ListStore;
import app.gemba.store.ListStore.NamedList;
import app.gemba.store.PeopleStore.ListLine;
import app.gemba.store.Refused;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Who may use which list: those who are named, and administrators; everybody where nobody is. */
@Component
public class ListAccess {
  private final ListStore lists;

  /** Over the lists of a house. */
  public ListAccess(ListStore lists) {
    this.lists = lists;
  }

  /** The lists that the caller may use. */
  List<NamedList> mine() {
    return lists.all().stream().filter(ListAccess::mayUse).toList();
  }

  /**
   * A list that the caller may use.
   *
   * @throws Refused where there is none, which is all that somebody else is told
   */
  public NamedList require(long id) {
    NamedList list = lists.get(id);
    if (!mayUse(list)) {
      throw Refused.notFound("list");
    }
    return list;
  }

  /** Of the lists that somebody is on, those that the caller may use. */
  List<ListLine> mineOf(List<ListLine> lines) {
    List<Long> mine = mine().stream().map(NamedList::id).toList();
    return lines.stream().filter(line -> mine.contains(line.id())).toList();
  }

  /** The same for a list that may not be named. */
  public void require(Optional<Long> id) {
    id.ifPresent(this::require);
  }

  /** The same for all lists that a filter asks for. */
  void require(Filter filter) {
    for (Filter.Condition condition : filter.conditions()) {
      if (condition instanceof Filter.OnList on) {
        on.anyOf().forEach(this::require);
      }
    }
  }

  private static boolean mayUse(NamedList list) {
    return Caller.signedIn()
        .map(who -> who.role() == Role.ADMINISTRATOR || list.mayUse(who.userId()))
        .orElse(true);
  }
}
