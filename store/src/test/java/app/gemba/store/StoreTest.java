package app.gemba.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.gemba.core.campaign.CampaignState;
import app.gemba.core.campaign.PersonState;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class StoreTest {
  @TempDir Path folder;
  private TemporaryHouse house;

  @BeforeEach
  void open() throws IOException {
    house = new TemporaryHouse(folder.resolve("house"));
  }

  @AfterEach
  void close() throws IOException {
    house.close();
  }

  @Test
  void theAuditLogAndTheConsentLedgerOnlyGrow() {
    new AuditLog(house.store).write(Optional.empty(), "signed in", "tove", "", TemporaryHouse.NOW);
    house.listOf(1);
    write(
        "insert into consent_record (number_id, channel, purpose, word, how, recorded_at)"
            + " values (1, 'SMS', 'SERVICE', 'YES', 'form', '2026-01-01')");
    for (String table : List.of("audit", "consent_record")) {
      assertThatThrownBy(() -> write("delete from " + table)).hasMessageContaining("append-only");
      assertThatThrownBy(() -> write("update " + table + " set id = id + 1"))
          .hasMessageContaining("append-only");
    }
  }

  @Test
  void whereTwoRecordsDisagreeTheNoWinsWhicheverCameFirst() {
    house.listOf(2);
    consent(1, "YES");
    consent(1, "NO");
    consent(1, "YES");
    consent(2, "NO");
    consent(2, "YES");
    assertThat(house.number("select count(*) from consent_state where word = 'NO'")).isEqualTo(2);
    assertThat(house.number("select count(*) from consent_record")).isEqualTo(5);
  }

  @Test
  void aJobThatFailsTakesNothingWithIt() {
    List<CompletableFuture<Object>> jobs = new ArrayList<>();
    for (int i = 0; i < 40; i++) {
      int at = i;
      jobs.add(
          house
              .store
              .writer()
              .submit(
                  Urgency.DESK,
                  db -> {
                    Sql.update(
                        db,
                        "insert into switch (name, is_on, changed_at) values (?, 0, '')",
                        "s" + at);
                    if (at % 4 == 0) {
                      throw new Refused(Refused.Kind.INVALID, "not this one");
                    }
                    return null;
                  }));
    }
    long failed = jobs.stream().filter(job -> fails(job)).count();
    assertThat(failed).isEqualTo(10);
    assertThat(house.number("select count(*) from switch")).isEqualTo(30);
  }

  @Test
  void theBrakeAndOptOutsGoBeforeWhatWasThereFirst() throws Exception {
    CountDownLatch held = new CountDownLatch(1);
    List<String> order = Collections.synchronizedList(new ArrayList<>());
    var blocker =
        house
            .store
            .writer()
            .submit(
                Urgency.BULK,
                db -> {
                  held.await(10);
                  return null;
                });
    var waiting = new ArrayList<CompletableFuture<Object>>();
    for (Urgency urgency : List.of(Urgency.BULK, Urgency.DESK, Urgency.RUN, Urgency.STOP)) {
      waiting.add(
          house
              .store
              .writer()
              .submit(
                  urgency,
                  db -> {
                    order.add(urgency.name());
                    return null;
                  }));
    }
    held.release();
    blocker.join();
    waiting.forEach(CompletableFuture::join);
    assertThat(order).startsWith("STOP").endsWith("BULK");
  }

  @Test
  void aReaderCannotWrite() {
    assertThatThrownBy(
            () -> house.store.read(db -> db.createStatement().executeUpdate("delete from list")))
        .isInstanceOf(StoreFailure.class);
  }

  @Test
  void aFolderInUseIsNotOpenedTwice() {
    assertThatThrownBy(() -> DataFolder.open(folder.resolve("house")))
        .isInstanceOf(DataFolder.InUse.class)
        .hasMessageContaining("--data");
  }

  @Test
  void aBackupIsWholeWhileTheHouseIsInUse() throws IOException {
    house.listOf(10);
    Path backup = folder.resolve("backup.db");
    Store.backUp(house.folder.database(), backup);
    assertThatThrownBy(() -> Store.backUp(house.folder.database(), backup))
        .hasMessageContaining("nothing was overwritten");
    try (DataFolder other = DataFolder.open(folder.resolve("other"))) {
      Restore.into(other, backup);
      try (Store restored = Store.open(other)) {
        assertThat(restored.<Long>read(db -> Sql.number(db, "select count(*) from person")))
            .isEqualTo(10);
      }
    }
  }

  @Test
  void aRestoredHouseSendsNothingOfYesterdayAgain() throws IOException {
    var campaign = house.running(house.listOf(10), "Boats from 1 December.");
    house.step(campaign, 4);
    Path backup = folder.resolve("yesterday.db");
    Store.backUp(house.folder.database(), backup);
    Path to = folder.resolve("restored");
    try (DataFolder other = DataFolder.open(to)) {
      assertThat(Files.exists(Restore.into(other, backup))).isFalse();
      try (Store restored = Store.open(other)) {
        assertThat(new CampaignStore(restored).get(campaign.id()).state())
            .isEqualTo(CampaignState.PAUSED);
        assertThat(new ReportStore(restored).tallies(campaign.id()))
            .extracting(ReportStore.Tally::state, ReportStore.Tally::people)
            .containsExactlyInAnyOrder(
                org.assertj.core.api.Assertions.tuple(PersonState.UNCONFIRMED, 4L),
                org.assertj.core.api.Assertions.tuple(PersonState.WAITING, 6L));
      }
      Path kept = Restore.into(other, backup);
      assertThat(kept).as("the house that was there is kept").exists();
    }
  }

  private static boolean fails(CompletableFuture<Object> job) {
    try {
      job.join();
      return false;
    } catch (RuntimeException e) {
      return true;
    }
  }

  private void consent(int number, String word) {
    write(
        "insert into consent_record (number_id, channel, purpose, word, how, recorded_at) values ("
            + number
            + ", 'SMS', 'SERVICE', '"
            + word
            + "', 'form', '2026-01-01')");
  }

  private void write(String sql) {
    house.store.writer().write(Urgency.DESK, db -> Sql.update(db, sql));
  }

  /** A latch that a writer's job can wait for without a checked exception of its own. */
  private static final class CountDownLatch {
    private final java.util.concurrent.CountDownLatch latch;

    CountDownLatch(int count) {
      latch = new java.util.concurrent.CountDownLatch(count);
    }

    void await(int seconds) {
      try {
        assertThat(latch.await(seconds, java.util.concurrent.TimeUnit.SECONDS)).isTrue();
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
      }
    }

    void release() {
      latch.countDown();
    }
  }
}
