package app.gemba.core.intake;

import app.gemba.core.people.NameKey;
import app.gemba.core.people.NumberHolders;
import app.gemba.core.people.PeopleDirectory;
import app.gemba.core.people.PersonId;
import it.unimi.dsi.fastutil.HashCommon;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.Long2IntMap;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import it.unimi.dsi.fastutil.longs.LongArrayList;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * The people who are known, and those of the rows of a file so far. Of a million rows it keeps
 * about 170 MB: ids and addresses as hashes of 64 bits (FNV-1a), of which two of a million are the
 * same once in some 30 million files.
 */
final class PeopleInFile implements PeopleDirectory {
  private static final int NONE = -1;
  private static final long BLANK = 0;
  private static final char BETWEEN = '\0';

  private final KnownPeople known;
  private final MergeRules rules;

  /** Of each remembered row: the person, and the name and the own id in UTF-8. */
  private final LongArrayList persons = new LongArrayList();

  private final List<byte[]> texts = new ArrayList<>();
  private final LongArrayList nameKeys = new LongArrayList();
  private final BitSet withOwnId = new BitSet();
  private final Long2IntMap ids = index();
  private final Long2IntMap emails = index();

  /** By number the last who has it; of each of these, the row and who is next, in a ring. */
  private final Long2IntMap lastHolder = index();

  private final IntArrayList holderRow = new IntArrayList();
  private final IntArrayList nextHolder = new IntArrayList();

  PeopleInFile(KnownPeople known, MergeRules rules) {
    this.known = known;
    this.rules = rules;
  }

  /** The id by which somebody new of a row goes until the file is taken in. */
  static PersonId idOfRow(long row) {
    return new PersonId(-row);
  }

  static boolean isOfFile(PersonId id) {
    return id.value() < 0;
  }

  /** Takes somebody for known under the name and the own id that the row leaves them with. */
  void remember(PersonDraft draft, PersonId person) {
    Map<String, String> before = isOfFile(person) ? Map.of() : known.details(person);
    String name = left(before, MergeTarget.NAME, draft.name().full());
    String ownId = left(before, MergeTarget.OWN_ID, draft.ownId());
    int row = persons.size();
    persons.add(person.value());
    texts.add((name + BETWEEN + ownId).getBytes(StandardCharsets.UTF_8));
    nameKeys.add(nameHash(NameKey.of(name)));
    if (!ownId.isEmpty()) {
      withOwnId.set(row);
      ids.putIfAbsent(hash(ownId), row);
    }
    if (!draft.email().isEmpty()) {
      emails.putIfAbsent(hash(draft.email()), row);
    }
    draft.e164s().forEach(number -> hold(key(number), row));
  }

  private String left(Map<String, String> before, String target, String said) {
    String is = before.getOrDefault(target, "");
    return is.isEmpty() ? said : rules.text(target, is, said);
  }

  private void hold(long number, int row) {
    int last = lastHolder.get(number);
    int added = holderRow.size();
    holderRow.add(row);
    nextHolder.add(last == NONE ? added : nextHolder.getInt(last));
    if (last != NONE) {
      nextHolder.set(last, added);
    }
    lastHolder.put(number, added);
  }

  @Override
  public Optional<PersonId> byOwnId(String ownId) {
    return known
        .byOwnId(ownId)
        .or(() -> inFile(ids, ownId).filter(one -> one.ownId().equals(ownId)).map(Known::id));
  }

  @Override
  public List<Known> byNumber(String e164, String nameKey) {
    List<Known> before = known.byNumber(e164, nameKey);
    int last = lastHolder.get(key(e164));
    if (last == NONE) {
      return before;
    }
    long name = nameHash(nameKey);
    NumberHolders<Integer> holders = new NumberHolders<>();
    int holder = last;
    do {
      holder = nextHolder.getInt(holder);
      int row = holderRow.getInt(holder);
      long is = nameKeys.getLong(row);
      holders.see(row, withOwnId.get(row), name == BLANK || is == BLANK || is == name);
    } while (holder != last);
    List<Known> all = new ArrayList<>(before);
    holders.deciding().forEach(row -> all.add(known(row)));
    return all;
  }

  @Override
  public Optional<Known> byEmail(String email) {
    return known.byEmail(email).or(() -> inFile(emails, email));
  }

  private Optional<Known> inFile(Long2IntMap index, String text) {
    int row = index.get(hash(text));
    return row == NONE ? Optional.empty() : Optional.of(known(row));
  }

  private Known known(int row) {
    String text = new String(texts.get(row), StandardCharsets.UTF_8);
    int between = text.lastIndexOf(BETWEEN);
    return new Known(
        new PersonId(persons.getLong(row)),
        text.substring(0, between),
        text.substring(between + 1));
  }

  private static Long2IntMap index() {
    Long2IntOpenHashMap index = new Long2IntOpenHashMap();
    index.defaultReturnValue(NONE);
    return index;
  }

  /** A number has at most 15 digits (E.164). */
  private static long key(String e164) {
    return Long.parseLong(e164, 1, e164.length(), 10);
  }

  private static long nameHash(String nameKey) {
    return nameKey.isEmpty() ? BLANK : hash(nameKey);
  }

  private static long hash(String text) {
    long hash = 0xcbf29ce484222325L;
    for (int i = 0; i < text.length(); i++) {
      hash = (hash ^ text.charAt(i)) * 0x100000001b3L;
    }
    return HashCommon.mix(hash);
  }
}
