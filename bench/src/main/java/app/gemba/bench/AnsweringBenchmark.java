package app.gemba.bench;

import app.gemba.core.voice.Answer;
import app.gemba.core.voice.AnswerJudge;
import app.gemba.core.voice.CallCause;
import app.gemba.core.voice.CallNetwork;
import app.gemba.core.voice.Line;
import app.gemba.networks.telephone.ExchangeTrunk;
import app.gemba.standins.telephone.ExchangeLog;
import app.gemba.standins.telephone.TelephoneExchange;
import java.time.LocalTime;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.CountDownLatch;

/**
 * Person or machine, judged from the sound of 500 seeded calls that each answered, beside what
 * saying the same of all of them would get right. The exchange's own log says what was there.
 */
final class AnsweringBenchmark implements Benchmark {
  private static final int OF_EACH = 500;
  private static final long SEED = 20_261_117;
  private static final LocalTime AFTERNOON = LocalTime.of(15, 0);
  private static final short[] SILENCE = new short[Line.FRAME];

  @Override
  public String about() {
    return "person or machine over 500 calls of each, beside a constant guess; prints the table";
  }

  @Override
  public Figures run() throws Exception {
    Map<String, Map<Answer, Integer>> table = new TreeMap<>();
    table.put("PERSON", new EnumMap<>(Answer.class));
    table.put("MACHINE", new EnumMap<>(Answer.class));
    try (TelephoneExchange exchange = new TelephoneExchange(0, SEED, () -> AFTERNOON, false);
        ExchangeTrunk trunk = new ExchangeTrunk("localhost", exchange.port())) {
      for (int i = 0;
          counted(table, "PERSON") < OF_EACH || counted(table, "MACHINE") < OF_EACH;
          i++) {
        Heard call = new Heard();
        trunk.dial("+12075550100", number(i), call::of).say(SILENCE);
        call.over.await();
        List<ExchangeLog.Ended> log = exchange.log().calls();
        String was = log.get(log.size() - 1).kind();
        if (table.containsKey(was) && counted(table, was) < OF_EACH) {
          table.get(was).merge(call.judge.verdict().orElse(Answer.SILENCE), 1, Integer::sum);
        }
      }
    }
    print(table);
    int right =
        table.get("PERSON").getOrDefault(Answer.PERSON, 0)
            + table.get("MACHINE").getOrDefault(Answer.MACHINE, 0);
    return new Figures(right, OF_EACH, "right of 1,000 calls");
  }

  private static int counted(Map<String, Map<Answer, Integer>> table, String was) {
    return table.get(was).values().stream().mapToInt(Integer::intValue).sum();
  }

  private static String number(int i) {
    return String.format("+1%03d55501%02d", 201 + i / 100, i % 100);
  }

  private static void print(Map<String, Map<Answer, Integer>> table) {
    System.out.printf("%-10s", "was");
    for (Answer verdict : Answer.values()) {
      System.out.printf("%16s", verdict.name().toLowerCase(java.util.Locale.ROOT));
    }
    System.out.println();
    table.forEach(
        (was, verdicts) -> {
          System.out.printf("%-10s", was.toLowerCase(java.util.Locale.ROOT));
          for (Answer verdict : Answer.values()) {
            System.out.printf("%16d", verdicts.getOrDefault(verdict, 0));
          }
          System.out.println();
        });
  }

  /** Listens until there is a verdict, then hangs up. */
  private static final class Heard implements CallNetwork.Listener {
    private final CountDownLatch over = new CountDownLatch(1);
    private final AnswerJudge judge = new AnswerJudge();
    private CallNetwork.Leg leg;
    private boolean answered;

    CallNetwork.Listener of(CallNetwork.Leg caller) {
      leg = caller;
      return this;
    }

    @Override
    public void ringing() {
      // Only what follows the answer is judged.
    }

    @Override
    public void answered() {
      answered = true;
    }

    @Override
    public void heard(long sample, short[] frame) {
      boolean sure = answered && judge.hear(frame).isPresent();
      leg.say(SILENCE);
      if (sure) {
        leg.hangUp();
      }
    }

    @Override
    public void ended(CallCause cause) {
      over.countDown();
    }
  }
}
