package app.gemba.core.intake;

import app.gemba.core.people.NameKey;
import app.gemba.core.people.PersonId;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Counts what becomes of the fields of people who are known. */
public final class MergeCount {
  private final List<MergeTarget> targets;
  private final KnownPeople known;
  private final Map<String, long[]> counts = new LinkedHashMap<>();

  MergeCount(ImportPlan plan, KnownPeople known) {
    this.targets =
        MergeTarget.of(plan).stream()
            .filter(
                target ->
                    !target.name().equals(MergeTarget.PHONES)
                        && !target.name().equals(MergeTarget.TAGS))
            .toList();
    this.known = known;
  }

  /**
   * Of one field: how often a blank is filled, what is known is replaced, and what is known stays
   * though the row says something else.
   */
  public record Counts(long filled, long replaced, long kept) {}

  /** Counts a row about somebody; people of the same file have nothing known yet. */
  List<Conflict> count(PersonId person, PersonDraft draft) {
    if (PeopleInFile.isOfFile(person)) {
      return List.of();
    }
    Map<String, String> details = known.details(person);
    List<Conflict> conflicts = new ArrayList<>(0);
    for (MergeTarget target : targets) {
      String said = target.said(draft);
      String is = details.getOrDefault(target.name(), "");
      if (said.isEmpty() || same(target, said, is)) {
        continue;
      }
      long[] count = counts.computeIfAbsent(target.header(), header -> new long[3]);
      if (is.isEmpty()) {
        count[target.rule() == MergeRule.KEEP ? 2 : 0]++;
        continue;
      }
      count[target.rule() == MergeRule.REPLACE ? 1 : 2]++;
      conflicts.add(new Conflict(target.name(), target.header(), is, said, target.rule()));
    }
    return conflicts;
  }

  Map<String, Counts> result() {
    Map<String, Counts> result = new LinkedHashMap<>();
    counts.forEach((header, of) -> result.put(header, new Counts(of[0], of[1], of[2])));
    return result;
  }

  private static boolean same(MergeTarget target, String said, String is) {
    return target.name().equals(MergeTarget.NAME)
        ? NameKey.of(said).equals(NameKey.of(is))
        : said.equals(is);
  }
}
