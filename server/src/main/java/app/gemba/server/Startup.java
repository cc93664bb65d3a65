package app.gemba.server;

import app.gemba.engine.ActRunner;
import app.gemba.engine.CampaignRunner;
import app.gemba.engine.ImportRunner;
import app.gemba.server.demo.DemoHouse;
import app.gemba.server.house.CallNetworkDesk;
import app.gemba.server.house.SmsNetworkDesk;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;

/**
 * What happens between the wiring and the first request: the demo's house, then the work, then the
 * network.
 */
@Component
class Startup implements SmartLifecycle {
  private final DemoHouse demo;
  private final SmsNetworkDesk network;
  private final CallNetworkDesk telephone;
  private final CampaignRunner campaigns;
  private final ImportRunner imports;
  private final ActRunner acts;
  private final boolean isDemo;
  private volatile boolean running;

  Startup(
      DemoHouse demo,
      SmsNetworkDesk network,
      CallNetworkDesk telephone,
      CampaignRunner campaigns,
      ImportRunner imports,
      ActRunner acts,
      @Value("${gemba.demo:false}") boolean isDemo) {
    this.demo = demo;
    this.network = network;
    this.telephone = telephone;
    this.campaigns = campaigns;
    this.imports = imports;
    this.acts = acts;
    this.isDemo = isDemo;
  }

  @Override
  public void start() {
    running = true;
    if (isDemo) {
      demo.furnish();
    }
    campaigns.start();
    network.connect();
    telephone.connect();
    imports.start();
    acts.start();
  }

  /** Each part closes itself. */
  @Override
  public void stop() {
    running = false;
  }

  @Override
  public boolean isRunning() {
    return running;
  }

  /** Before the web server, which is in one of the last phases. */
  @Override
  public int getPhase() {
    return 0;
  }
}
