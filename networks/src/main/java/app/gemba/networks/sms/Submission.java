package app.gemba.networks.sms;

import app.gemba.core.campaign.OutgoingText;
import app.gemba.core.campaign.PartReference;
import app.gemba.core.campaign.WireEvent.PartRef;
import app.gemba.core.content.SmsEncoding;
import com.cloudhopper.commons.charset.CharsetUtil;
import org.jsmpp.InvalidResponseException;
import org.jsmpp.PDUException;
import org.jsmpp.bean.Alphabet;
import org.jsmpp.bean.ESMClass;
import org.jsmpp.bean.GeneralDataCoding;
import org.jsmpp.bean.NumberingPlanIndicator;
import org.jsmpp.bean.OptionalParameter;
import org.jsmpp.bean.RegisteredDelivery;
import org.jsmpp.bean.SMSCDeliveryReceipt;
import org.jsmpp.bean.TypeOfNumber;
import org.jsmpp.extra.NegativeResponseException;
import org.jsmpp.extra.ResponseTimeoutException;
import org.jsmpp.session.SMPPSession;

/** One part of a text as a submit_sm. */
record Submission(OutgoingText text, int part) {
  /** User data header indicator (SMPP 3.4, 5.2.12). */
  private static final byte WITH_HEADER = 0x40;

  PartRef ref() {
    return new PartRef(text.attemptId(), part);
  }

  /** Sends it and gives the message centre's id. */
  String over(SMPPSession session)
      throws PDUException,
          ResponseTimeoutException,
          InvalidResponseException,
          NegativeResponseException,
          java.io.IOException {
    boolean joined = text.segments().size() > 1;
    return session
        .submitShortMessage(
            "",
            from().startsWith("+") ? TypeOfNumber.INTERNATIONAL : senderType(),
            from().startsWith("+") ? NumberingPlanIndicator.ISDN : NumberingPlanIndicator.UNKNOWN,
            digits(from()),
            TypeOfNumber.INTERNATIONAL,
            NumberingPlanIndicator.ISDN,
            digits(text.to()),
            new ESMClass(joined ? WITH_HEADER : 0),
            (byte) 0,
            (byte) 0,
            null,
            null,
            new RegisteredDelivery(SMSCDeliveryReceipt.SUCCESS_FAILURE),
            (byte) 0,
            new GeneralDataCoding(ucs2() ? Alphabet.ALPHA_UCS2 : Alphabet.ALPHA_DEFAULT),
            (byte) 0,
            joined ? withHeader(content()) : content(),
            new OptionalParameter.User_message_reference((short) PartReference.of(ref())))
        .getMessageId();
  }

  /**
   * An international address goes without its plus: the type of number says it (SMPP 3.4, 5.2.5).
   */
  private static String digits(String address) {
    return address.startsWith("+") ? address.substring(1) : address;
  }

  private String from() {
    return text.from();
  }

  private TypeOfNumber senderType() {
    boolean digits = from().chars().allMatch(Character::isDigit);
    return digits ? TypeOfNumber.NETWORK_SPECIFIC : TypeOfNumber.ALPHANUMERIC;
  }

  private boolean ucs2() {
    return text.encoding() == SmsEncoding.UCS2;
  }

  private byte[] content() {
    return CharsetUtil.encode(
        text.segments().get(part), ucs2() ? CharsetUtil.CHARSET_UCS_2 : CharsetUtil.CHARSET_GSM);
  }

  /** Concatenated short messages, 8-bit reference (3GPP TS 23.040, 9.2.3.24.1). */
  private byte[] withHeader(byte[] content) {
    byte reference = (byte) (text.attemptId() & 0xFF);
    byte[] header = {5, 0, 3, reference, (byte) text.segments().size(), (byte) (part + 1)};
    byte[] whole = new byte[header.length + content.length];
    System.arraycopy(header, 0, whole, 0, header.length);
    System.arraycopy(content, 0, whole, header.length, content.length);
    return whole;
  }
}
