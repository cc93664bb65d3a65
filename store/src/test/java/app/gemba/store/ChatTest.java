package app.gemba.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.gemba.core.campaign.AttemptBook.Claim;
import app.gemba.core.campaign.AttemptBook.Launched;
import app.gemba.core.campaign.PartState;
import app.gemba.core.campaign.PersonState;
import app.gemba.core.campaign.WireEvent;
import app.gemba.core.campaign.WireEvent.PartRef;
import app.gemba.core.channel.Channel;
import app.gemba.core.channel.ChatContent;
import app.gemba.core.channel.Message;
import app.gemba.core.channel.Outcome;
import app.gemba.core.channel.Tariff;
import app.gemba.store.ChatTemplates.Draft;
import app.gemba.store.ChatTemplates.State;
import app.gemba.store.ChatTemplates.Template;
import app.gemba.store.NetworkStore.Network;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ChatTest {
  private static final Instant NOW = TemporaryHouse.NOW;
  private static final Draft WINTER =
      new Draft("winter_boats", "UTILITY", "en", "Hello {{1}}, boats run.");

  @TempDir Path root;
  private TemporaryHouse house;
  private AttemptStore book;
  private Launched campaign;

  @BeforeEach
  void open() throws Exception {
    house = new TemporaryHouse(root);
    book = new AttemptStore(house.store);
    campaign =
        house.chatting(
            house.listOf(3),
            WINTER.body(),
            new ChatContent(1, "winter_boats", "en", List.of("first_name")),
            new Tariff(0, 25_000, 0, 0, 60));
  }

  @AfterEach
  void close() throws Exception {
    house.close();
  }

  @Test
  void deliveredThenReadAndInAnyOrderTwice() {
    Claim claim = house.step(campaign, 1).claims().get(0);
    assertThat(claim.send().message())
        .isEqualTo(
            new Message.Chat("winter_boats", "en", List.of("Guest"), "Hello Guest, boats run."));
    hear(receipt(claim, PartState.READ, Outcome.UNKNOWN));
    hear(new WireEvent.Accepted(new PartRef(claim.attemptId(), 0), "m1"));
    hear(receipt(claim, PartState.DELIVERED, Outcome.UNKNOWN));
    hear(receipt(claim, PartState.READ, Outcome.UNKNOWN));
    assertThat(place(claim)).isEqualTo("REACHED READ");
    assertThat(house.number("select cost_micros from campaign_total")).isEqualTo(25_000);
  }

  @Test
  void whyItDidNotArriveIsKept() {
    Claim claim = house.step(campaign, 1).claims().get(0);
    hear(new WireEvent.Accepted(new PartRef(claim.attemptId(), 0), "m1"));
    hear(receipt(claim, PartState.FAILED, Outcome.NOT_ON_WHATSAPP));
    assertThat(place(claim)).isEqualTo(PersonState.FAILED + " NOT_ON_WHATSAPP");
  }

  @Test
  void whoWroteMayBeWrittenToFreelyForADay() {
    Claim claim = house.step(campaign, 1).claims().get(0);
    PeopleStore people = new PeopleStore(house.store);
    assertThat(freeUntil(people, NOW)).isEmpty();
    book.recordIncoming(
        new WireEvent.Incoming(Channel.WHATSAPP, claim.to(), "+12075550100", "Thanks"), false, NOW);
    assertThat(freeUntil(people, NOW.plus(Duration.ofHours(23))))
        .contains(NOW.plus(Duration.ofHours(24)));
    assertThat(freeUntil(people, NOW.plus(Duration.ofHours(25)))).isEmpty();
    assertThat(new ReportStore(house.store).replies(campaign.id(), Optional.empty(), 5).items())
        .extracting(ReportStore.Reply::channel)
        .containsExactly(Channel.WHATSAPP);
  }

  @Test
  void aReplyBelongsToTheCampaignOfItsOwnChannel() {
    Claim claim = house.step(campaign, 1).claims().get(0);
    Launched texts = house.running(1, "Marram Ferries: boats run.");
    house.step(texts, 3);
    book.recordIncoming(
        new WireEvent.Incoming(Channel.WHATSAPP, claim.to(), "+12075550140", "STOP"), true, NOW);
    assertThat(
            house.number(
                "select opt_outs from campaign_total where campaign_id = ?", campaign.id()))
        .isEqualTo(1);
    assertThat(house.number("select count(*) from suppression where channel is null")).isEqualTo(1);
  }

  @Test
  void aTemplateIsSubmittedOnceUntilItIsRejected() {
    ChatTemplates templates = new ChatTemplates(house.store);
    Template first = templates.submit(WINTER, Optional.empty(), NOW);
    assertThat(first.state()).isEqualTo(State.SUBMITTED);
    assertThatThrownBy(() -> templates.submit(WINTER, Optional.empty(), NOW))
        .hasMessage("There is a template of this name in this language already.");
    templates.decide("winter_boats", "en", State.REJECTED, "it promotes", NOW);
    assertThat(templates.get(first.id()).reason()).isEqualTo("it promotes");
    Template second = templates.submit(WINTER, Optional.empty(), NOW);
    templates.withdraw(second.id());
    assertThat(templates.all()).isEmpty();
  }

  @Test
  void aCallbackIsHeardOnceAndForgottenWhenItIsTooOldAnyway() {
    ChatTemplates templates = new ChatTemplates(house.store);
    assertThat(templates.hasHeard("a")).isFalse();
    templates.heard("a", NOW, NOW.minusSeconds(600));
    assertThat(templates.hasHeard("a")).isTrue();
    templates.heard("b", NOW.plusSeconds(700), NOW.plusSeconds(100));
    assertThat(house.number("select count(*) from callback_heard")).isEqualTo(1);
  }

  @Test
  void aNetworkIsOfItsChannelAndVoicemailGoesOverTheTelephone() {
    NetworkStore networks = new NetworkStore(house.store);
    assertThat(networks.kind(Channel.WHATSAPP)).isEmpty();
    Network exchange = new Network(false, Map.of("host", "localhost", "port", "4000"));
    networks.use(Channel.VOICE_BROADCAST, Optional.of(exchange), Optional.empty(), NOW);
    assertThat(networks.network(Channel.VOICEMAIL_DROP)).contains(exchange);
    assertThat(networks.kind(Channel.VOICEMAIL_DROP)).contains("real");
    networks.use(Channel.VOICEMAIL_DROP, Optional.empty(), Optional.empty(), NOW);
    assertThat(networks.network(Channel.VOICE_BROADCAST)).isEmpty();
  }

  private static Optional<Instant> freeUntil(PeopleStore people, Instant now) {
    return people.person(1, now).numbers().get(0).freeUntil();
  }

  private void hear(WireEvent event) {
    book.record(List.of(event), NOW);
  }

  private static WireEvent receipt(Claim claim, PartState state, Outcome reason) {
    return new WireEvent.Receipt("m1", Optional.empty(), claim.to(), state, reason, "");
  }

  private String place(Claim claim) {
    return house.store.read(
        db ->
            Sql.first(
                    db,
                    "select state || ' ' || coalesce(reason, '') from audience_member where id = ?",
                    row -> row.getString(1),
                    claim.send().candidate().position())
                .orElseThrow());
  }
}
