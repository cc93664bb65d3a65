package app.gemba.server;

import app.gemba.core.campaign.OutgoingChat;
import app.gemba.core.campaign.OutgoingText;
import app.gemba.core.channel.Channel;
import app.gemba.core.consent.RulePack;
import app.gemba.core.consent.Verdicts;
import app.gemba.core.phone.PhoneReader;
import app.gemba.core.voice.Speech;
import app.gemba.engine.ActRunner;
import app.gemba.engine.Brake;
import app.gemba.engine.CallExchange;
import app.gemba.engine.CallPlans;
import app.gemba.engine.CallSounds;
import app.gemba.engine.CampaignRunner;
import app.gemba.engine.ImportRunner;
import app.gemba.engine.MessageExchange;
import app.gemba.engine.Outlets;
import app.gemba.engine.RecentStops;
import app.gemba.engine.TelephoneLines;
import app.gemba.engine.desk.DeskExchange;
import app.gemba.server.imports.ImportEnded;
import app.gemba.store.AccountStore;
import app.gemba.store.Acts;
import app.gemba.store.ApiTokens;
import app.gemba.store.AttemptStore;
import app.gemba.store.AuditLog;
import app.gemba.store.CallStore;
import app.gemba.store.CampaignStore;
import app.gemba.store.ChatTemplates;
import app.gemba.store.DataFolder;
import app.gemba.store.DeskPeople;
import app.gemba.store.DeskReports;
import app.gemba.store.DeskStore;
import app.gemba.store.Fields;
import app.gemba.store.FollowUps;
import app.gemba.store.Forgetting;
import app.gemba.store.HouseStore;
import app.gemba.store.ImportEdits;
import app.gemba.store.ImportSteps;
import app.gemba.store.ImportStore;
import app.gemba.store.ImportUndo;
import app.gemba.store.ListStore;
import app.gemba.store.Mappings;
import app.gemba.store.NetworkStore;
import app.gemba.store.NumberZones;
import app.gemba.store.PeopleBatches;
import app.gemba.store.PeopleEdits;
import app.gemba.store.PeopleStore;
import app.gemba.store.PickedPeople;
import app.gemba.store.PreflightStore;
import app.gemba.store.ReportStore;
import app.gemba.store.SenderStore;
import app.gemba.store.SoundStore;
import app.gemba.store.Store;
import app.gemba.store.TagStore;
import app.gemba.store.TextIdeas;
import app.gemba.store.TimeStore;
import java.io.IOException;
import java.time.Clock;
import java.util.Map;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Puts the parts of the house together. */
@Configuration(proxyBeanMethods = false)
class Wiring {

  @Bean
  Store store(DataFolder folder) throws IOException {
    return Store.open(folder);
  }

  /** Lets the data folder go after the store, which depends on it, has closed. */
  @Bean
  FolderLease folderLease(DataFolder folder) {
    return new FolderLease(folder);
  }

  /** Holds the data folder for as long as the application runs. */
  record FolderLease(DataFolder folder) implements AutoCloseable {
    @Override
    public void close() throws IOException {
      folder.close();
    }
  }

  @Bean
  HouseStore houseStore(Store store) {
    return new HouseStore(store);
  }

  @Bean
  AccountStore accountStore(Store store) {
    return new AccountStore(store);
  }

  @Bean
  AuditLog auditLog(Store store) {
    return new AuditLog(store);
  }

  @Bean
  PeopleStore peopleStore(Store store) {
    return new PeopleStore(store);
  }

  @Bean
  PeopleEdits peopleEdits(Store store) {
    return new PeopleEdits(store);
  }

  @Bean
  TimeStore timeStore(Store store) {
    return new TimeStore(store);
  }

  @Bean
  TextIdeas textIdeas(Store store) {
    return new TextIdeas(store);
  }

  @Bean
  PickedPeople pickedPeople(Store store) {
    return new PickedPeople(store);
  }

  @Bean
  NumberZones numberZones(Store store) {
    return new NumberZones(store);
  }

  @Bean
  ListStore listStore(Store store) {
    return new ListStore(store);
  }

  @Bean
  Forgetting forgetting(Store store) {
    return new Forgetting(store);
  }

  @Bean
  ApiTokens apiTokens(Store store) {
    return new ApiTokens(store);
  }

  @Bean
  PeopleBatches peopleBatches(Store store) {
    return new PeopleBatches(store);
  }

  @Bean
  TagStore tagStore(Store store) {
    return new TagStore(store);
  }

  @Bean
  Acts acts(Store store) {
    return new Acts(store);
  }

  @Bean
  ActRunner actRunner(Acts acts, Clock clock) {
    return new ActRunner(acts, clock);
  }

  @Bean
  ImportEdits importEdits(Store store) {
    return new ImportEdits(store);
  }

  @Bean
  ImportUndo importUndo(Store store) {
    return new ImportUndo(store);
  }

  @Bean
  Mappings mappings(Store store) {
    return new Mappings(store);
  }

  @Bean
  Fields fields(Store store) {
    return new Fields(store);
  }

  @Bean
  ImportStore importStore(Store store, DataFolder folder) {
    return new ImportStore(store, folder.part("imports"));
  }

  @Bean
  CampaignStore campaignStore(Store store) {
    return new CampaignStore(store);
  }

  @Bean
  PreflightStore preflightStore(Store store) {
    return new PreflightStore(store);
  }

  @Bean
  AttemptStore attemptStore(Store store) {
    return new AttemptStore(store);
  }

  @Bean
  ReportStore reportStore(Store store) {
    return new ReportStore(store);
  }

  @Bean
  SenderStore senderStore(Store store) {
    return new SenderStore(store);
  }

  @Bean
  PhoneReader phoneReader() {
    return new PhoneReader();
  }

  @Bean
  Verdicts verdicts() {
    return new Verdicts(RulePack.general());
  }

  @Bean
  Brake brake(HouseStore house) {
    Brake brake = new Brake();
    brake.set(house.state(HouseStore.Switch.BRAKE).on());
    return brake;
  }

  @Bean
  NetworkStore networkStore(Store store) {
    return new NetworkStore(store);
  }

  @Bean
  ChatTemplates chatTemplates(Store store) {
    return new ChatTemplates(store);
  }

  @Bean
  CallStore callStore(Store store) {
    return new CallStore(store);
  }

  @Bean
  SoundStore soundStore(Store store, DataFolder folder) {
    return new SoundStore(store, folder.part("recordings"));
  }

  @Bean
  Speech speech() {
    return new Speech();
  }

  @Bean
  CallSounds callSounds(SoundStore sounds) {
    return new CallSounds() {
      @Override
      public short[] samples(long soundId) throws IOException {
        return sounds.samples(soundId);
      }

      @Override
      public void keepRecording(long attemptId, short[] heard, short[] said) throws IOException {
        sounds.keepRecording(attemptId, heard, said);
      }
    };
  }

  @Bean
  CallPlans callPlans(Speech speech, CallSounds sounds) {
    return new CallPlans(speech, sounds);
  }

  @Bean
  RecentStops recentStops() {
    return new RecentStops();
  }

  @Bean
  MessageExchange<OutgoingText> textExchange(
      AttemptStore book, Brake brake, RecentStops stops, Clock clock) {
    return MessageExchange.ofTexts(book, brake, stops, clock);
  }

  @Bean
  MessageExchange<OutgoingChat> chatExchange(
      AttemptStore book, Brake brake, RecentStops stops, Clock clock) {
    return MessageExchange.ofChats(book, brake, stops, clock);
  }

  @Bean
  TelephoneLines telephoneLines() {
    return new TelephoneLines();
  }

  @Bean
  CallExchange callExchange(
      AttemptStore book,
      TelephoneLines lines,
      Brake brake,
      RecentStops stops,
      CallPlans plans,
      CallSounds sounds,
      Clock clock) {
    return new CallExchange(book, lines, brake, stops, plans, sounds, clock);
  }

  @Bean
  DeskStore deskStore(Store store) {
    return new DeskStore(store);
  }

  @Bean
  DeskPeople deskPeople(Store store) {
    return new DeskPeople(store);
  }

  @Bean
  DeskReports deskReports(Store store) {
    return new DeskReports(store);
  }

  @Bean
  FollowUps followUps(Store store) {
    return new FollowUps(store);
  }

  @Bean
  DeskExchange deskExchange(
      AttemptStore book,
      DeskStore desks,
      TelephoneLines lines,
      Brake brake,
      RecentStops stops,
      CallPlans plans,
      CallSounds sounds,
      Verdicts verdicts,
      HouseStore house,
      BusinessClock clock) {
    return new DeskExchange(
        new DeskExchange.Parts(
            book,
            desks,
            lines,
            brake,
            stops,
            plans,
            sounds,
            verdicts,
            () -> house.house().zone(),
            () -> clock.speed() == 1,
            clock));
  }

  /** The way out of each channel. */
  @Bean
  Outlets outlets(
      MessageExchange<OutgoingText> texts,
      MessageExchange<OutgoingChat> chats,
      CallExchange calls,
      DeskExchange desks) {
    return new Outlets(
        Map.of(
            Channel.SMS, texts,
            Channel.WHATSAPP, chats,
            Channel.VOICE_BROADCAST, calls,
            Channel.VOICEMAIL_DROP, calls,
            Channel.AGENT_CALL, desks));
  }

  @Bean
  CampaignRunner campaignRunner(
      AttemptStore book,
      Outlets outlets,
      Brake brake,
      Verdicts verdicts,
      HouseStore house,
      Clock clock) {
    return new CampaignRunner(book, outlets, brake, verdicts, () -> house.house().zone(), clock);
  }

  @Bean
  ImportSteps importSteps(Store store, DataFolder folder) {
    return new ImportSteps(store, folder.part("imports"));
  }

  @Bean
  ImportRunner importRunner(
      ImportSteps book, PhoneReader phones, Clock clock, ApplicationEventPublisher events) {
    return new ImportRunner(book, phones, clock, id -> events.publishEvent(new ImportEnded(id)));
  }
}
