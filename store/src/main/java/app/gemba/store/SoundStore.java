package app.gemba.store;

import app.gemba.core.voice.Line;
import app.gemba.core.voice.WaveFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;

/** Sounds of the house, and what was recorded of its calls: WAV files beside the database. */
public final class SoundStore {
  private static final String SELECT = "select id, name, samples, made_at from sound";

  private final Store store;
  private final Path recordings;

  /** Over a store, and the folder in which recordings are kept. */
  public SoundStore(Store store, Path recordings) {
    this.store = store;
    this.recordings = recordings;
  }

  /** A sound. */
  public record Sound(long id, String name, long samples, Instant madeAt) {
    /** How long it is, rounded up. */
    public int seconds() {
      return (int) (samples + Line.RATE - 1) / Line.RATE;
    }
  }

  /** All sounds, newest first. */
  public List<Sound> all() {
    return store.read(
        db -> Sql.query(db, SELECT + " order by id desc limit 500", SoundStore::sound));
  }

  /** A sound. */
  public Sound get(long id) {
    return store.read(
        db ->
            Sql.first(db, SELECT + " where id = ?", SoundStore::sound, id)
                .orElseThrow(() -> Refused.notFound("sound")));
  }

  /** Keeps a sound. */
  public Sound add(String name, short[] samples, Optional<Long> user, Instant now) {
    byte[] content = WaveFile.of(List.of(samples));
    long id =
        store
            .writer()
            .write(
                Urgency.DESK,
                db -> {
                  AuditLog.add(db, user, "sound added", name, "", now);
                  return Sql.insert(
                      db,
                      """
                      insert into sound (name, samples, content, made_at, made_by)
                      values (?, ?, ?, ?, ?)
                      """,
                      name,
                      samples.length,
                      content,
                      now,
                      user);
                });
    return get(id);
  }

  /** The samples of a sound. */
  public short[] samples(long id) throws IOException {
    byte[] content =
        store.read(
            db ->
                Sql.first(db, "select content from sound where id = ?", row -> row.getBytes(1), id)
                    .orElseThrow(() -> Refused.notFound("sound")));
    return WaveFile.read(content).get(0);
  }

  /** Keeps both sides of a call: what was heard on the left, what was said on the right. */
  public void keepRecording(long attempt, short[] heard, short[] said) throws IOException {
    Path whole = recordings.resolve(attempt + ".wav");
    Path part = recordings.resolve(attempt + ".part");
    Files.write(part, WaveFile.muLaw(List.of(heard, said)));
    Files.move(part, whole, java.nio.file.StandardCopyOption.REPLACE_EXISTING);
  }

  /** Both sides of a call, each as samples; empty where none was recorded. */
  public Optional<List<short[]>> recording(long attempt) throws IOException {
    Path file = recordings.resolve(attempt + ".wav");
    return Files.exists(file)
        ? Optional.of(WaveFile.read(Files.readAllBytes(file)))
        : Optional.empty();
  }

  /** Erases what was recorded of calls, where it was. */
  public void eraseRecordings(Collection<Long> attempts) throws IOException {
    for (long attempt : attempts) {
      Files.deleteIfExists(recordings.resolve(attempt + ".wav"));
    }
  }

  private static Sound sound(java.sql.ResultSet row) throws java.sql.SQLException {
    return new Sound(
        row.getLong("id"),
        row.getString("name"),
        row.getLong("samples"),
        Instant.parse(row.getString("made_at")));
  }
}
