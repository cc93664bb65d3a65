package app.gemba.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.gemba.store.DataFolder;
import app.gemba.store.HouseStore;
import app.gemba.store.Refused;
import app.gemba.store.Store;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class BusinessClockTest {
  @TempDir Path root;
  private DataFolder folder;
  private Store store;
  private HouseStore house;

  @BeforeEach
  void open() throws IOException {
    folder = DataFolder.open(root.resolve("house"));
    store = Store.open(folder);
    house = new HouseStore(store);
  }

  @AfterEach
  void close() throws IOException {
    store.close();
    folder.close();
  }

  @Test
  void aHouseLivesInRealTimeAndWillNotRunFaster() {
    BusinessClock clock = new BusinessClock(house, false, "");
    assertThat(clock.isOffRealTime()).isFalse();
    assertThat(Duration.between(Instant.now(), clock.instant()).abs())
        .isLessThan(Duration.ofSeconds(1));
    assertThatThrownBy(() -> clock.run(60))
        .isInstanceOf(Refused.class)
        .hasMessageContaining("real time");
  }

  @Test
  void theDemoBeginsOnItsMorningAndGoesOnWhereItWasLeft() {
    BusinessClock clock = new BusinessClock(house, true, "");
    assertThat(Duration.between(BusinessClock.DEMO_MORNING, clock.instant()))
        .isBetween(Duration.ZERO, Duration.ofSeconds(5));
    clock.run(3600);
    sleep(100);
    clock.close();
    Instant left = clock.instant();
    BusinessClock again = new BusinessClock(house, true, "");
    assertThat(Duration.between(left, again.instant()).abs()).isLessThan(Duration.ofMinutes(30));
    assertThat(again.speed()).as("at real speed again").isEqualTo(1);
  }

  @Test
  void aChangeOfSpeedNeverGoesBack() {
    BusinessClock clock = new BusinessClock(house, false, "2026-11-17T14:00:00Z");
    assertThat(clock.isOffRealTime()).isTrue();
    Instant last = clock.instant();
    for (int speed : new int[] {60, 1, 300, 10, 1}) {
      clock.run(speed);
      sleep(10);
      assertThat(clock.instant()).isAfterOrEqualTo(last);
      assertThat(clock.withZone(java.time.ZoneOffset.UTC).instant()).isAfterOrEqualTo(last);
      last = clock.instant();
    }
  }

  private static void sleep(int millis) {
    try {
      TimeUnit.MILLISECONDS.sleep(millis);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }
}
