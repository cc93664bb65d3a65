package app.gemba.standins.sms;

import com.cloudhopper.commons.charset.CharsetUtil;
import java.nio.charset.StandardCharsets;
import java.util.Date;
import org.jsmpp.bean.DeliveryReceipt;
import org.jsmpp.bean.ESMClass;
import org.jsmpp.bean.MessageType;
import org.jsmpp.bean.NumberingPlanIndicator;
import org.jsmpp.bean.OptionalParameter;
import org.jsmpp.bean.RegisteredDelivery;
import org.jsmpp.bean.TypeOfNumber;
import org.jsmpp.session.SMPPServerSession;
import org.jsmpp.util.DeliveryReceiptState;

/** Something on its way from the message centre to the application: a deliver_sm. */
sealed interface Delivery {

  /** Sends it and waits for the answer. */
  void over(SMPPServerSession session) throws Exception;

  /** A delivery receipt (SMPP 3.4, appendix B). */
  record Receipt(String messageId, ShortText text, DeliveryReceiptState state, String error)
      implements Delivery {
    @Override
    public void over(SMPPServerSession session) throws Exception {
      boolean delivered = state == DeliveryReceiptState.DELIVRD;
      DeliveryReceipt receipt =
          new DeliveryReceipt(
              messageId, 1, delivered ? 1 : 0, new Date(), new Date(), state, error, "");
      OptionalParameter[] extra =
          text.reference() < 0
              ? new OptionalParameter[0]
              : new OptionalParameter[] {
                new OptionalParameter.User_message_reference((short) text.reference())
              };
      ESMClass type = new ESMClass();
      type.setMessageType(MessageType.SMSC_DEL_RECEIPT);
      deliver(
          session,
          text.destination(),
          text.source(),
          type.value(),
          false,
          receipt.toString().getBytes(StandardCharsets.ISO_8859_1),
          extra);
    }
  }

  /** A text that somebody typed on a handset. */
  record Typed(String from, String to, String text) implements Delivery {
    @Override
    public void over(SMPPServerSession session) throws Exception {
      byte[] gsm = CharsetUtil.encode(text, CharsetUtil.CHARSET_GSM);
      boolean plain = CharsetUtil.decode(gsm, CharsetUtil.CHARSET_GSM).equals(text);
      byte[] content = plain ? gsm : CharsetUtil.encode(text, CharsetUtil.CHARSET_UCS_2);
      deliver(session, from, to, (byte) 0, !plain, content);
    }
  }

  private static void deliver(
      SMPPServerSession session,
      String from,
      String to,
      byte type,
      boolean ucs2,
      byte[] content,
      OptionalParameter... extra)
      throws Exception {
    session.deliverShortMessage(
        "",
        typeOf(from),
        NumberingPlanIndicator.ISDN,
        digits(from),
        typeOf(to),
        NumberingPlanIndicator.ISDN,
        digits(to),
        new ESMClass(type),
        (byte) 0,
        (byte) 0,
        new RegisteredDelivery(0),
        ShortText.coding(ucs2),
        content,
        extra);
  }

  private static TypeOfNumber typeOf(String address) {
    return address.startsWith("+") ? TypeOfNumber.INTERNATIONAL : TypeOfNumber.UNKNOWN;
  }

  private static String digits(String address) {
    return address.startsWith("+") ? address.substring(1) : address;
  }
}
