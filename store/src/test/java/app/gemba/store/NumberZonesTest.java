package app.gemba.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.gemba.core.campaign.AttemptBook.Launched;
import app.gemba.core.campaign.CampaignState;
import app.gemba.core.campaign.RunCommand;
import java.io.IOException;
import java.nio.file.Path;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class NumberZonesTest {
  private static final Set<ZoneId> NEW_YORK = Set.of(TemporaryHouse.ZONE);
  private static final List<String> LOST = List.of(TemporaryHouse.e164(0), TemporaryHouse.e164(1));
  private static final Optional<Long> NOBODY = Optional.empty();

  @TempDir Path folder;
  private TemporaryHouse house;
  private NumberZones zones;
  private TimeStore times;
  private Launched campaign;

  /** Five people, of whom nobody can say where two of them are. */
  @BeforeEach
  void open() throws IOException {
    house = new TemporaryHouse(folder.resolve("house"));
    zones = new NumberZones(house.store);
    times = new TimeStore(house.store);
    long list = house.listOf(5);
    assertThat(zones.set(LOST, Set.of(), NOBODY, TemporaryHouse.NOW)).isEqualTo(2);
    campaign = house.running(list, "Boats from 1 December.");
  }

  @AfterEach
  void close() throws IOException {
    house.close();
  }

  @Test
  void whoseZoneIsNotKnownKeepsTheCampaignOpen() {
    assertThat(house.step(campaign, 10).claims()).hasSize(3);
    AttemptStore.Stepped nobodyDue = house.step(campaign, 10);
    assertThat(TemporaryHouse.count(nobodyDue, RunCommand.WakeAt.class)).isEqualTo(1);
    assertThat(TemporaryHouse.count(nobodyDue, RunCommand.Finish.class)).isZero();
    assertThat(times.heldWithoutZone())
        .containsExactly(new TimeStore.Stuck(campaign.id(), "Winter timetable", 2));
  }

  @Test
  void whoIsGivenAZoneIsContactedAtOnce() {
    house.step(campaign, 10);
    assertThat(zones.heldIn(campaign.id(), 10)).isEqualTo(LOST);
    zones.set(LOST, NEW_YORK, NOBODY, TemporaryHouse.NOW);
    assertThat(house.step(campaign, 10).claims()).extracting("to").isEqualTo(LOST);
    assertThat(TemporaryHouse.count(house.step(campaign, 10), RunCommand.Finish.class))
        .isEqualTo(1);
  }

  @Test
  void whoWaitsIsCountedByZonesWhateverHappens() {
    assertThat(times.waitingByZones(campaign.id())).isEqualTo(Map.of(Set.of(), 2L, NEW_YORK, 3L));
    zones.set(LOST.subList(0, 1), NEW_YORK, NOBODY, TemporaryHouse.NOW);
    assertThat(times.waitingByZones(campaign.id())).isEqualTo(Map.of(Set.of(), 1L, NEW_YORK, 4L));
    house.step(campaign, 2);
    assertThat(times.waitingByZones(campaign.id())).isEqualTo(Map.of(Set.of(), 1L, NEW_YORK, 2L));
    Set<ZoneId> coast = Set.of(ZoneId.of("Europe/London"), ZoneId.of("Europe/Dublin"));
    zones.set(LOST.subList(0, 1), coast, NOBODY, TemporaryHouse.NOW);
    long all = times.waitingByZones(campaign.id()).values().stream().mapToLong(n -> n).sum();
    assertThat(all)
        .isEqualTo(
            house.number(
                "select count(*) from audience_member where state in ('WAITING', 'HELD')"));
  }

  @Test
  void aCampaignIsFinishedWithoutThemOnlyWhenNobodyElseIsToCome() {
    CampaignStore campaigns = new CampaignStore(house.store);
    assertThatThrownBy(() -> campaigns.finishWithoutHeld(campaign.id(), NOBODY, TemporaryHouse.NOW))
        .isInstanceOf(Refused.class)
        .hasMessageContaining("nobody else to come");
    house.step(campaign, 10);
    campaigns.finishWithoutHeld(campaign.id(), NOBODY, TemporaryHouse.NOW);
    assertThat(campaigns.get(campaign.id()).state()).isEqualTo(CampaignState.FINISHED);
    assertThat(house.number("select people from audience_tally where state = 'CANCELLED'"))
        .isEqualTo(2);
    assertThat(times.heldWithoutZone()).isEmpty();
  }
}
