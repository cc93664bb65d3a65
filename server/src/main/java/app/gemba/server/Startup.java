package app.gemba.server;

import app.gemba.engine.CampaignRunner;
import app.gemba.engine.ImportRunner;
import app.gemba.server.demo.DemoHouse;
import app.gemba.server.house.SmsNetworkDesk;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.stereotype.Component;

/** What happens once everything is in place: the demo's house, then the network, then the work. */
@Component
class Startup implements ApplicationRunner {
  private final DemoHouse demo;
  private final SmsNetworkDesk network;
  private final CampaignRunner campaigns;
  private final ImportRunner imports;
  private final BusinessClock clock;

  Startup(
      DemoHouse demo,
      SmsNetworkDesk network,
      CampaignRunner campaigns,
      ImportRunner imports,
      BusinessClock clock) {
    this.demo = demo;
    this.network = network;
    this.campaigns = campaigns;
    this.imports = imports;
    this.clock = clock;
  }

  @Override
  public void run(ApplicationArguments arguments) {
    if (clock.isDemo()) {
      demo.furnish();
    }
    campaigns.start();
    network.connect();
    imports.start();
  }
}
