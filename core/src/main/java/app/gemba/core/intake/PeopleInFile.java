package app.gemba.core.intake;

import app.gemba.core.people.PeopleDirectory;
import app.gemba.core.people.PersonId;
import it.unimi.dsi.fastutil.HashCommon;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.Long2IntMap;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import it.unimi.dsi.fastutil.longs.LongArrayList;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;

/**
 * The people who are known, and those of the rows of a file so far. Of a million rows it keeps
 * about 150 MB: ids and addresses as hashes of 64 bits (FNV-1a), of which two of a million are the
 * same once in some 30 million files.
 */
final class PeopleInFile implements PeopleDirectory {
  private static final int NONE = -1;
  private static final char BETWEEN = '\0';

  private final PeopleDirectory known;

  /** Of each remembered row: the person, and the name and the own id in UTF-8. */
  private final LongArrayList persons = new LongArrayList();

  private final List<byte[]> texts = new ArrayList<>();
  private final Long2IntMap ids = index();
  private final Long2IntMap emails = index();

  /** By number the last who has it; of each of these, the row and who had the number before. */
  private final Long2IntMap lastHolder = index();

  private final IntArrayList holderRow = new IntArrayList();
  private final IntArrayList holderBefore = new IntArrayList();

  PeopleInFile(PeopleDirectory known) {
    this.known = known;
  }

  /** The id by which somebody new of a row goes until the file is taken in. */
  static PersonId idOfRow(long row) {
    return new PersonId(-row);
  }

  static boolean isOfFile(PersonId id) {
    return id.value() < 0;
  }

  void remember(PersonDraft draft, PersonId person) {
    int row = persons.size();
    persons.add(person.value());
    texts.add((draft.name().full() + BETWEEN + draft.ownId()).getBytes(StandardCharsets.UTF_8));
    if (!draft.ownId().isEmpty()) {
      ids.putIfAbsent(hash(draft.ownId()), row);
    }
    if (!draft.email().isEmpty()) {
      emails.putIfAbsent(hash(draft.email()), row);
    }
    for (String number : draft.e164s()) {
      int before = lastHolder.get(key(number));
      if (before == NONE || persons.getLong(holderRow.getInt(before)) != person.value()) {
        lastHolder.put(key(number), holderRow.size());
        holderRow.add(row);
        holderBefore.add(before);
      }
    }
  }

  @Override
  public Optional<PersonId> byOwnId(String ownId) {
    return known
        .byOwnId(ownId)
        .or(() -> inFile(ids, ownId).filter(one -> one.ownId().equals(ownId)).map(Known::id));
  }

  @Override
  public List<Known> byNumber(String e164) {
    List<Known> before = known.byNumber(e164);
    int holder = lastHolder.get(key(e164));
    if (holder == NONE) {
      return before;
    }
    List<Known> all = new ArrayList<>();
    for (; holder != NONE; holder = holderBefore.getInt(holder)) {
      Known one = known(holderRow.getInt(holder));
      if (before.stream().noneMatch(other -> other.id().equals(one.id()))) {
        all.add(one);
      }
    }
    Collections.reverse(all);
    all.addAll(0, before);
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

  private static long hash(String text) {
    long hash = 0xcbf29ce484222325L;
    for (int i = 0; i < text.length(); i++) {
      hash = (hash ^ text.charAt(i)) * 0x100000001b3L;
    }
    return HashCommon.mix(hash);
  }
}
