package app.gemba.core.people;

import java.util.ArrayList;
import java.util.List;

/**
 * Of all who have a number, those who decide whom a row with it is about: the first who could be
 * meant by its name, and the first of all; each of those with an own id and of those without.
 * However many share a number, at most four do. Not safe for use by several threads.
 */
public final class NumberHolders<T> {
  private final List<T> deciding = new ArrayList<>(4);
  private final boolean[] anybody = new boolean[2];
  private final boolean[] meant = new boolean[2];

  /**
   * Takes a look at the next who has the number, in the order in which they were taken in.
   *
   * @param couldBeMeant whether the names are the same, or one of them is blank
   */
  public void see(T holder, boolean hasOwnId, boolean couldBeMeant) {
    int kind = hasOwnId ? 1 : 0;
    if (!anybody[kind] || couldBeMeant && !meant[kind]) {
      deciding.add(holder);
    }
    anybody[kind] = true;
    meant[kind] |= couldBeMeant;
  }

  /** Those who decide, in their order. */
  public List<T> deciding() {
    return deciding;
  }
}
