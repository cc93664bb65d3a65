package app.gemba.store;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Instant;
import java.util.List;
import org.apache.commons.dbcp2.BasicDataSource;
import org.apache.commons.dbcp2.ConnectionFactory;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.MigrationInfo;
import org.sqlite.SQLiteDataSource;

/** The database: one writer, several readers, migrations with a backup before each. */
public final class Store implements AutoCloseable {
  private static final int READERS = 4;
  private static final int STATEMENTS = 300;

  /** Kilobytes. An import touches every index of the people; what does not fit is read again. */
  private static final int WRITER_CACHE = 160_000;

  private static final int READER_CACHE = 32_000;

  private final Writer writer;
  private final BasicDataSource writing;
  private final BasicDataSource readers;
  private final NumberHash numberHash;

  private Store(
      Writer writer, BasicDataSource writing, BasicDataSource readers, NumberHash numberHash) {
    this.numberHash = numberHash;
    this.writer = writer;
    this.writing = writing;
    this.readers = readers;
  }

  /** What reads; it may not write. */
  public interface Query<T> {
    /** Reads from a consistent view of the database. */
    T run(Connection db) throws SQLException;
  }

  /** Opens the database of a folder, bringing it up to this version. */
  public static Store open(DataFolder folder) throws IOException {
    Path file = folder.database();
    migrate(file, folder.part("backups"));
    try {
      BasicDataSource writing = pool(file, "FULL", 1, WRITER_CACHE);
      BasicDataSource readers = pool(file, "NORMAL", READERS, READER_CACHE);
      readers.setConnectionInitSqls(List.of("pragma query_only = true"));
      NumberHash hash = NumberHash.of(folder.part("secrets"));
      Connection writer = writing.getConnection();
      hash.giveTo(writer);
      PeopleSearch.fillWhereEmpty(writer);
      return new Store(new Writer(writer), writing, readers, hash);
    } catch (SQLException e) {
      throw new IOException("the database cannot be opened: " + e.getMessage(), e);
    }
  }

  /** The writer. */
  public Writer writer() {
    return writer;
  }

  /** The house's keyed hash of numbers. */
  NumberHash numberHash() {
    return numberHash;
  }

  /** Reads, all queries seeing the same moment. */
  public <T> T read(Query<T> query) {
    try (Connection db = readers.getConnection()) {
      db.setAutoCommit(false);
      try {
        return query.run(db);
      } finally {
        db.rollback();
        db.setAutoCommit(true);
      }
    } catch (SQLException e) {
      throw new StoreFailure("The database could not be read: " + e.getMessage(), e);
    }
  }

  /** Writes a whole, consistent copy of a database, also while it is in use. */
  public static void backUp(Path database, Path target) throws IOException {
    if (!Files.exists(database)) {
      throw new IOException("There is no house in " + database.getParent() + " to back up.");
    }
    copy(database, target);
  }

  @Override
  public void close() {
    writer.close();
    try {
      writing.close();
      readers.close();
    } catch (SQLException e) {
      throw new StoreFailure("The database did not close: " + e.getMessage(), e);
    }
  }

  private static void migrate(Path file, Path backups) throws IOException {
    Flyway flyway =
        Flyway.configure()
            .dataSource(source(file, "FULL"))
            .locations("classpath:app/gemba/store/migrations")
            .load();
    boolean fresh = !Files.exists(file);
    MigrationInfo[] pending = flyway.info().pending();
    if (!fresh && pending.length > 0) {
      String stamp = Instants.text(Instant.now()).replace(":", "");
      copy(
          file, backups.resolve("before-version-" + pending[0].getVersion() + "-" + stamp + ".db"));
    }
    flyway.migrate();
  }

  private static void copy(Path file, Path target) throws IOException {
    if (Files.exists(target)) {
      throw new IOException(target + " is there already; nothing was overwritten.");
    }
    try (Connection db = source(file, "NORMAL").getConnection();
        Statement statement = db.createStatement()) {
      statement.execute("vacuum into '" + target.toString().replace("'", "''") + "'");
    } catch (SQLException e) {
      throw new IOException("the backup could not be written: " + e.getMessage(), e);
    }
  }

  private static SQLiteDataSource source(Path file, String synchronous) {
    SQLiteDataSource source = new SQLiteDataSource();
    source.setUrl(url(file, synchronous, READER_CACHE));
    return source;
  }

  /** Connections that keep their statements prepared: preparing costs more than running. */
  private static BasicDataSource pool(Path file, String synchronous, int connections, int cache) {
    BasicDataSource pool =
        new BasicDataSource() {
          @Override
          protected ConnectionFactory createConnectionFactory() throws SQLException {
            ConnectionFactory factory = super.createConnectionFactory();
            return () -> SqlFunctions.givenTo(factory.createConnection());
          }
        };
    pool.setUrl(url(file, synchronous, cache));
    pool.setMaxTotal(connections);
    pool.setMaxIdle(connections);
    pool.setPoolPreparedStatements(true);
    pool.setMaxOpenPreparedStatements(STATEMENTS);
    pool.setRegisterConnectionMBean(false);
    return pool;
  }

  private static String url(Path file, String synchronous, int cacheKilobytes) {
    return "jdbc:sqlite:"
        + file
        + "?journal_mode=WAL&synchronous="
        + synchronous
        + "&busy_timeout=5000&foreign_keys=true&temp_store=memory&wal_autocheckpoint=8000"
        + "&cache_size=-"
        + cacheKilobytes;
  }
}
