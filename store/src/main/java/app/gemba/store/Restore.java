package app.gemba.store;

import app.gemba.core.campaign.CampaignAct;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;

/**
 * Puts a backup in place of a house. Yesterday's backup must not send today's messages again: every
 * campaign under way is paused, and what was in flight is unconfirmed.
 */
public final class Restore {
  private Restore() {}

  /**
   * Restores.
   *
   * @return where the house that was there before is kept; not there if there was none
   */
  public static Path into(DataFolder folder, Path backup) throws IOException {
    if (!Files.isRegularFile(backup)) {
      throw new IOException("There is no backup at " + backup + "; nothing was changed.");
    }
    Path incoming = folder.part("incoming.db");
    Files.deleteIfExists(incoming);
    Store.backUp(backup, incoming);
    String stamp = Instants.text(Instant.now()).replace(":", "");
    Path kept = folder.part("backups").resolve("before-restore-" + stamp + ".db");
    if (Files.exists(folder.database())) {
      Store.backUp(folder.database(), kept);
      for (String suffix : List.of("", "-wal", "-shm")) {
        Files.deleteIfExists(Path.of(folder.database() + suffix));
      }
    }
    Files.move(incoming, folder.database());
    try (Store store = Store.open(folder)) {
      quieten(store, Instant.now());
    }
    return kept;
  }

  private static void quieten(Store store, Instant now) {
    new AttemptStore(store).unconfirmClaimed(now);
    store
        .writer()
        .write(
            Urgency.DESK,
            db -> {
              List<Long> live =
                  Sql.query(
                      db,
                      "select id from campaign where state in ('SCHEDULED', 'RUNNING')",
                      row -> row.getLong(1));
              for (long campaign : live) {
                Lives.advance(db, campaign, CampaignAct.PAUSE, now);
              }
              return live.size();
            });
  }
}
