package app.gemba.server.demo;

import app.gemba.core.campaign.Brief;
import app.gemba.core.campaign.RetryPlan;
import app.gemba.core.channel.AgentContent;
import app.gemba.core.channel.AgentContent.Answer;
import app.gemba.core.channel.AgentContent.Dialling;
import app.gemba.core.channel.AgentOutcome;
import app.gemba.core.channel.AgentOutcome.Follow;
import app.gemba.core.channel.CallContent;
import app.gemba.core.channel.Channel;
import app.gemba.core.channel.OutcomeClass;
import app.gemba.core.consent.Purpose;
import java.time.DayOfWeek;
import java.time.LocalTime;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What the booking office says to schools on the telephone. */
record DemoDesks(long sender, long schools, long groups) {
  private static final int DAY = 24 * 60;
  private static final RetryPlan NOT_NOW_AGAIN =
      new RetryPlan(
          List.of(new RetryPlan.Rule(OutcomeClass.NOT_NOW, 2, 95, RetryPlan.Numbers.NEXT)));

  Brief autumn() {
    return brief(
        "Autumn sailings for schools",
        """
        Good morning, this is Marram Ferries. Do I speak with the office of {{name}}?
        We plan the autumn boats now. May I put down a day in October for your {{pupils}} pupils?
        """,
        Dialling.ONE_PER_AGENT);
  }

  Brief spring() {
    return brief(
        "Spring sailings for schools",
        """
        Good morning, this is Marram Ferries. Do I speak with {{contact}}?
        You last sailed with us on {{last_sailing}}, with {{pupils}} pupils. We plan the spring boats now.
        May I hold a place on the Thursday boat for you, without cost until April?
        I send you the papers today. Is there anything else that you need from us?
        """,
        Dialling.PREVIEW);
  }

  Brief summer() {
    return brief(
        "Summer sailings for schools",
        """
        Good morning, this is Marram Ferries. Do I speak with {{contact}}?
        In June the islands are at their best. May I hold a day for your {{pupils}} pupils?
        """,
        Dialling.ONE_PER_AGENT);
  }

  private Brief brief(String name, String script, Dialling dialling) {
    return new Brief(
        name,
        Channel.AGENT_CALL,
        Purpose.SERVICE,
        script.strip(),
        Map.of(
            "contact", "the school office",
            "last_sailing", "a day last year",
            "pupils", "your"),
        Optional.of(sender),
        List.of(schools),
        "",
        LocalTime.of(8, 0),
        LocalTime.of(17, 0),
        EnumSet.range(DayOfWeek.MONDAY, DayOfWeek.FRIDAY),
        Brief.HoursClock.OWN,
        60,
        Brief.StartMode.NOW,
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.of(NOT_NOW_AGAIN),
        Optional.empty(),
        Optional.of(content(dialling)));
  }

  private CallContent content(Dialling dialling) {
    CallContent usual = CallContent.BY_AGENTS;
    return new CallContent(
        usual.soundId(),
        usual.soundSeconds(),
        usual.keys(),
        usual.againMinutes(),
        usual.leaveOnMachines(),
        usual.personHears(),
        usual.atOnce(),
        usual.perHour(),
        Optional.of(
            new AgentContent(
                dialling,
                List.of(
                    new AgentOutcome("1", "Booked", Follow.DONE, 0, Optional.of(groups)),
                    new AgentOutcome("2", "Call again", Follow.FOLLOW_UP, DAY, Optional.empty()),
                    new AgentOutcome("3", "Not this year", Follow.DONE, 0, Optional.empty()),
                    new AgentOutcome("4", "Wrong person", Follow.NEXT_NUMBER, 5, Optional.empty()),
                    new AgentOutcome("5", "No more calls", Follow.SUPPRESS, 0, Optional.empty())),
                List.of(
                    new Answer("Too dear", "Groups over 50 sail at the child fare, teachers free."),
                    new Answer("Which days", "The Thursday boat leaves at 8:10, back at 16:30."),
                    new Answer("Coaches", "Two coaches can wait at Old Harbour all day.")),
                "This is Marram Ferries. We plan the spring boats for schools, and will call again."
                    + " Thank you.",
                Optional.empty(),
                2,
                20)));
  }
}
