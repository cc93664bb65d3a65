package app.gemba.server.campaigns;

import app.gemba.core.campaign.Brief;
import app.gemba.server.access.Needs;
import app.gemba.server.access.Permission;
import app.gemba.store.CampaignStore;
import app.gemba.store.DeskReports;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What agents did in a campaign, beside its common report. */
@RestController
@RequestMapping("/api/v1/campaigns/{id}")
class DeskReportController {
  private final CampaignStore campaigns;
  private final DeskReports reports;

  DeskReportController(CampaignStore campaigns, DeskReports reports) {
    this.campaigns = campaigns;
    this.reports = reports;
  }

  /** How often an agent's calls ended in one way. */
  record EndedView(String words, long calls) {}

  /** What one agent did in a campaign. */
  record AgentReport(DeskReports.AgentWork agent, List<EndedView> ended) {}

  /** What agents did in a campaign. */
  record DeskReport(List<AgentReport> agents, List<DeskReports.HourWork> hours) {}

  @GetMapping("/desk-report")
  @Needs(Permission.SEE_CAMPAIGNS)
  DeskReport deskReport(@PathVariable long id) {
    Brief brief = campaigns.get(id).brief();
    Map<Long, List<DeskReports.Ended>> ended =
        reports.ended(id).stream().collect(Collectors.groupingBy(DeskReports.Ended::agentId));
    Function<DeskReports.Ended, EndedView> shown =
        one -> new EndedView(PlaceWords.of(one.code(), brief), one.calls());
    return new DeskReport(
        reports.byAgent(id).stream()
            .map(
                agent ->
                    new AgentReport(
                        agent,
                        ended.getOrDefault(agent.agentId(), List.of()).stream()
                            .map(shown)
                            .toList()))
            .toList(),
        reports.byHour(id));
  }
}
