package app.gemba.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.gemba.core.campaign.WireEvent;
import app.gemba.core.channel.Channel;
import app.gemba.store.SenderStore.SenderTerms;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What can be taken back, and what a stale hand cannot overwrite. */
class TakenBackTest {
  private static final Optional<Long> NOBODY = Optional.empty();

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
  void aFilePutAsideComesBackOnceAndOneInUseDoesNot() {
    ImportStore imports = new ImportStore(house.store, folder);
    long id = imports.add(TemporaryHouse.file("a.csv", 5), NOBODY, TemporaryHouse.NOW);
    assertThatThrownBy(() -> imports.bringBack(id, NOBODY, TemporaryHouse.NOW))
        .isInstanceOf(Refused.class);
    imports.discard(id, NOBODY, TemporaryHouse.NOW);
    assertThat(imports.page(Optional.empty(), 10).items()).isEmpty();
    imports.bringBack(id, NOBODY, TemporaryHouse.NOW);
    assertThat(imports.page(Optional.empty(), 10).items())
        .singleElement()
        .satisfies(one -> assertThat(one.state()).isEqualTo("draft"));
  }

  @Test
  void aReplyThatWasReadIsUnreadAgain() {
    TimeStore times = new TimeStore(house.store);
    house.listOf(1);
    new AttemptStore(house.store)
        .recordIncoming(
            new WireEvent.Incoming(
                Channel.SMS, TemporaryHouse.e164(0), "+12075550100", "Is the 7:10 running?"),
            false,
            TemporaryHouse.NOW);
    long reply = times.unread(10).get(0).id();
    times.markRead(reply, TemporaryHouse.NOW);
    assertThat(times.unreadCount()).isZero();
    times.markUnread(reply);
    assertThat(times.unread(10)).extracting(TimeStore.UnreadReply::id).containsExactly(reply);
  }

  @Test
  void aSenderIsChangedByWhoSawItAsItIs() {
    SenderStore senders = new SenderStore(house.store);
    SenderTerms terms = SenderTerms.ofTexts("Office", 8_000, Optional.of(60));
    SenderStore.Sender made = senders.add("MARRAM", terms, NOBODY, TemporaryHouse.NOW);
    SenderTerms free = SenderTerms.ofTexts("Harbour", 9_000, Optional.empty());
    SenderStore.Sender changed =
        senders.change(made.id(), made.version(), free, NOBODY, TemporaryHouse.NOW);
    assertThat(changed.perMinute()).isEmpty();
    assertThat(changed.label()).isEqualTo("Harbour");
    assertThatThrownBy(
            () -> senders.change(made.id(), made.version(), terms, NOBODY, TemporaryHouse.NOW))
        .isInstanceOfSatisfying(
            Refused.class, e -> assertThat(e.kind()).isEqualTo(Refused.Kind.STALE));
    assertThat(senders.all()).containsExactly(changed);
  }
}
