package app.gemba.server.access;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.api.Test;

class AccessTest {
  private static final Instant NOW = Instant.parse("2026-11-17T14:00:00Z");

  @Test
  void attemptsAreSlowedAfterTheThirdFailureMoreEachTime() {
    FailureSlowdown slowdown = new FailureSlowdown();
    for (int i = 0; i < 3; i++) {
      assertThat(slowdown.waitFor("tove", NOW)).isZero();
      slowdown.failed("tove", NOW);
    }
    assertThat(slowdown.waitFor("TOVE ", NOW)).isEqualTo(Duration.ofSeconds(1));
    slowdown.failed("Tove", NOW);
    assertThat(slowdown.waitFor("tove", NOW)).isEqualTo(Duration.ofSeconds(2));
    for (int i = 0; i < 20; i++) {
      slowdown.failed("tove", NOW);
    }
    assertThat(slowdown.waitFor("tove", NOW)).isEqualTo(Duration.ofMinutes(5));
    assertThat(slowdown.waitFor("tove", NOW.plusSeconds(301))).isZero();
    assertThat(slowdown.waitFor("ines", NOW)).as("somebody else").isZero();
    slowdown.succeeded("tove");
    assertThat(slowdown.waitFor("tove", NOW)).isZero();
  }

  @Test
  void aReaderSeesButNeitherChangesNorSeesNumbersWhole() {
    assertThat(Role.READER.may(Permission.SEE_CAMPAIGNS)).isTrue();
    assertThat(Role.READER.may(Permission.SEE_NUMBERS)).isFalse();
    assertThat(Role.READER.permissions())
        .doesNotContain(
            Permission.CHANGE_PEOPLE,
            Permission.CHANGE_CAMPAIGNS,
            Permission.RUN_CAMPAIGNS,
            Permission.BRAKE,
            Permission.CHANGE_HOUSE,
            Permission.CHANGE_USERS);
  }

  @Test
  void onlyTheAdministratorSaysWhoWorksHere() {
    for (Role role : Role.values()) {
      assertThat(role.may(Permission.CHANGE_USERS))
          .as(role.name())
          .isEqualTo(role == Role.ADMINISTRATOR);
    }
  }
}
