package app.gemba.bench;

import com.cloudhopper.commons.charset.CharsetUtil;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import org.jsmpp.bean.AlertNotification;
import org.jsmpp.bean.BindType;
import org.jsmpp.bean.DataSm;
import org.jsmpp.bean.DeliverSm;
import org.jsmpp.bean.ESMClass;
import org.jsmpp.bean.GeneralDataCoding;
import org.jsmpp.bean.NumberingPlanIndicator;
import org.jsmpp.bean.RegisteredDelivery;
import org.jsmpp.bean.SMSCDeliveryReceipt;
import org.jsmpp.bean.TypeOfNumber;
import org.jsmpp.session.BindParameter;
import org.jsmpp.session.DataSmResult;
import org.jsmpp.session.MessageReceiverListener;
import org.jsmpp.session.SMPPSession;
import org.jsmpp.session.Session;

/** The floor: a bare jSMPP loop with the same window and receipts, which keeps nothing. */
final class BareSmppLoop implements MessageReceiverListener {
  private final CountDownLatch receipts;

  private BareSmppLoop(int messages) {
    receipts = new CountDownLatch(messages);
  }

  /** Messages a second until the last receipt is in. */
  static double rate(int port, int messages, int window) throws Exception {
    BareSmppLoop loop = new BareSmppLoop(messages);
    SMPPSession session = new SMPPSession();
    session.setPduProcessorDegree(128);
    session.setQueueCapacity(10_000);
    session.setTransactionTimer(15_000);
    session.setMessageReceiverListener(loop);
    session.connectAndBind(
        "localhost",
        port,
        new BindParameter(
            BindType.BIND_TRX,
            CentreApart.LOGIN,
            CentreApart.LOGIN,
            "bench",
            TypeOfNumber.UNKNOWN,
            NumberingPlanIndicator.UNKNOWN,
            null));
    ExecutorService threads = Executors.newFixedThreadPool(window);
    long begun = System.nanoTime();
    for (int i = 0; i < messages; i++) {
      String to = SmsBenchmark.number(i).substring(1);
      threads.execute(() -> submit(session, to));
    }
    if (!loop.receipts.await(10, TimeUnit.MINUTES)) {
      throw new IllegalStateException("receipts are missing: " + loop.receipts.getCount());
    }
    double seconds = (System.nanoTime() - begun) / 1e9;
    threads.shutdown();
    session.unbindAndClose();
    return messages / seconds;
  }

  private static void submit(SMPPSession session, String to) {
    try {
      session.submitShortMessage(
          "",
          TypeOfNumber.INTERNATIONAL,
          NumberingPlanIndicator.ISDN,
          SmsBenchmark.SENDER.substring(1),
          TypeOfNumber.INTERNATIONAL,
          NumberingPlanIndicator.ISDN,
          to,
          new ESMClass(),
          (byte) 0,
          (byte) 0,
          null,
          null,
          new RegisteredDelivery(SMSCDeliveryReceipt.SUCCESS_FAILURE),
          (byte) 0,
          new GeneralDataCoding(),
          (byte) 0,
          CharsetUtil.encode(SmsBenchmark.TEXT, CharsetUtil.CHARSET_GSM));
    } catch (Exception e) {
      throw new IllegalStateException("the bare loop cannot send", e);
    }
  }

  @Override
  public void onAcceptDeliverSm(DeliverSm pdu) {
    if (pdu.isSmscDeliveryReceipt()) {
      receipts.countDown();
    }
  }

  @Override
  public void onAcceptAlertNotification(AlertNotification notification) {
    // None comes.
  }

  @Override
  public DataSmResult onAcceptDataSm(DataSm pdu, Session source) {
    throw new UnsupportedOperationException("none comes");
  }
}
