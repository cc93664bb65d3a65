package app.gemba.core.campaign;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** draft → scheduled → running ⇄ paused → finished, and stopped. */
class CampaignActTest {

  @ParameterizedTest
  @CsvSource(
      nullValues = "-",
      value = {
        // act,   DRAFT,     SCHEDULED, RUNNING,  PAUSED,  FINISHED, STOPPED
        "LAUNCH,  SCHEDULED, -,         -,        -,       -,        -",
        "BEGIN,   -,         RUNNING,   -,        -,       -,        -",
        "PAUSE,   -,         PAUSED,    PAUSED,   -,       -,        -",
        "RESUME,  -,         -,         -,        RUNNING, -,        -",
        "STOP,    -,         STOPPED,   STOPPED,  STOPPED, -,        -",
        "FINISH,  -,         -,         FINISHED, -,       -,        -",
      })
  void eachActLeadsWhereTheLifeOfACampaignAllows(
      CampaignAct act,
      CampaignState draft,
      CampaignState scheduled,
      CampaignState running,
      CampaignState paused,
      CampaignState finished,
      CampaignState stopped) {
    CampaignState[] after = {draft, scheduled, running, paused, finished, stopped};
    for (CampaignState from : CampaignState.values()) {
      assertThat(act.after(from))
          .as("%s when %s", act, from)
          .isEqualTo(Optional.ofNullable(after[from.ordinal()]));
    }
  }
}
