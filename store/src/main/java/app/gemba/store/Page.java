package app.gemba.store;

import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/**
 * A page of a list, paged by key.
 *
 * @param next what to ask for to get the page after this one; empty on the last
 */
public record Page<T>(List<T> items, Optional<String> next) {
  public Page {
    items = List.copyOf(items);
  }

  /** A page from rows of which one more was asked for than is shown. */
  static <T> Page<T> of(List<T> rows, int limit, Function<T, String> key) {
    if (rows.size() <= limit) {
      return new Page<>(rows, Optional.empty());
    }
    List<T> shown = rows.subList(0, limit);
    return new Page<>(shown, Optional.of(key.apply(shown.get(limit - 1))));
  }
}
