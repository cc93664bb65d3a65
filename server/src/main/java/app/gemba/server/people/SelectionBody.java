package app.gemba.server.people;

import app.gemba.core.people.Filter;
import app.gemba.core.people.SearchWords;
import app.gemba.store.Selection;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Optional;

/**
 * Which people are meant.
 *
 * @param ids where they were picked one by one
 * @param list a list, or a saved filter
 * @param q what was typed to find them
 */
record SelectionBody(
    Optional<@Size(max = 10_000) List<Long>> ids,
    Optional<Long> list,
    Optional<@Valid FilterBody> filter,
    @NotNull @Size(max = 200) String q) {

  /**
   * The selection.
   *
   * @throws app.gemba.store.Refused where the caller may not use one of its lists
   */
  Selection read(ListAccess access) {
    Filter read = filter.map(FilterBody::read).orElse(Filter.EVERYBODY);
    access.require(list);
    access.require(read);
    return new Selection(ids, list, read, SearchWords.ofQuery(q), SearchWords.digitsOf(q));
  }
}
