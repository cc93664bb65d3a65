package app.gemba.networks.sms;

import app.gemba.core.campaign.MessageNetwork;
import app.gemba.core.campaign.PartState;
import app.gemba.core.campaign.WireEvent;
import app.gemba.core.channel.Channel;
import app.gemba.core.channel.Outcome;
import com.cloudhopper.commons.charset.CharsetUtil;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import org.jsmpp.SMPPConstant;
import org.jsmpp.bean.AlertNotification;
import org.jsmpp.bean.Alphabet;
import org.jsmpp.bean.DataSm;
import org.jsmpp.bean.DeliverSm;
import org.jsmpp.bean.DeliveryReceipt;
import org.jsmpp.bean.OptionalParameter;
import org.jsmpp.bean.OptionalParameter.Tag;
import org.jsmpp.bean.TypeOfNumber;
import org.jsmpp.extra.ProcessRequestException;
import org.jsmpp.session.DataSmResult;
import org.jsmpp.session.MessageReceiverListener;
import org.jsmpp.session.Session;
import org.jsmpp.util.DeliveryReceiptState;
import org.jsmpp.util.InvalidDeliveryReceiptException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * What the message centre delivers. It is answered only when it has been kept; whatever cannot be
 * kept is refused, so that the message centre brings it again.
 */
final class Incoming implements MessageReceiverListener {
  private static final Logger LOG = LoggerFactory.getLogger(Incoming.class);

  /** Whom an answer could come from (ITU-T E.164). */
  private static final Pattern E164 = Pattern.compile("\\+[1-9]\\d{3,14}");

  private final MessageNetwork.Listener listener;

  Incoming(MessageNetwork.Listener listener) {
    this.listener = listener;
  }

  @Override
  public void onAcceptDeliverSm(DeliverSm pdu) throws ProcessRequestException {
    if (!pdu.isSmscDeliveryReceipt() && !E164.matcher(source(pdu)).matches()) {
      LOG.warn("a text from {} was let go: it is no telephone's number", pdu.getSourceAddr());
      return;
    }
    WireEvent event = pdu.isSmscDeliveryReceipt() ? receipt(pdu) : text(pdu);
    try {
      listener.heard(List.of(event));
    } catch (RuntimeException e) {
      LOG.error("could not keep what was delivered: {}", e.getMessage());
      throw new ProcessRequestException("not kept", SMPPConstant.STAT_ESME_RX_T_APPN, e);
    }
  }

  @Override
  public void onAcceptAlertNotification(AlertNotification notification) {
    // Nobody asked for it.
  }

  @Override
  public DataSmResult onAcceptDataSm(DataSm pdu, Session source) throws ProcessRequestException {
    throw new ProcessRequestException("not offered here", SMPPConstant.STAT_ESME_RINVCMDID);
  }

  private static WireEvent text(DeliverSm pdu) {
    boolean ucs2 = Alphabet.parseDataCoding(pdu.getDataCoding()) == Alphabet.ALPHA_UCS2;
    String text =
        CharsetUtil.decode(
            withoutHeader(pdu), ucs2 ? CharsetUtil.CHARSET_UCS_2 : CharsetUtil.CHARSET_GSM);
    String to = address(pdu.getDestAddress(), pdu.getDestAddrTon());
    return new WireEvent.Incoming(Channel.SMS, source(pdu), to, text);
  }

  private static String source(DeliverSm pdu) {
    return address(pdu.getSourceAddr(), pdu.getSourceAddrTon());
  }

  /** An address as we write it: an international one with its plus. */
  private static String address(String address, byte typeOfNumber) {
    boolean international = typeOfNumber == TypeOfNumber.INTERNATIONAL.value();
    return international && !address.startsWith("+") ? "+" + address : address;
  }

  /** Each part of a long text is a text of its own to us; its header is none of its words. */
  private static byte[] withoutHeader(DeliverSm pdu) {
    byte[] content = pdu.getShortMessage();
    int header = pdu.isUdhi() && content.length > 0 ? (content[0] & 0xFF) + 1 : 0;
    return Arrays.copyOfRange(content, Math.min(header, content.length), content.length);
  }

  private static WireEvent receipt(DeliverSm pdu) throws ProcessRequestException {
    try {
      DeliveryReceipt receipt = pdu.getShortMessageAsDeliveryReceipt();
      return new WireEvent.Receipt(
          receipt.getId(),
          reference(pdu),
          source(pdu),
          state(receipt.getFinalStatus()),
          reason(receipt),
          receipt.getFinalStatus() + " " + receipt.getError());
    } catch (InvalidDeliveryReceiptException e) {
      throw new ProcessRequestException(
          "a receipt that cannot be read", SMPPConstant.STAT_ESME_RX_P_APPN, e);
    }
  }

  private static Optional<Integer> reference(DeliverSm pdu) {
    OptionalParameter reference = pdu.getOptionalParameter(Tag.USER_MESSAGE_REFERENCE);
    return reference instanceof OptionalParameter.Short value
        ? Optional.of(value.getValue() & 0xFFFF)
        : Optional.empty();
  }

  private static PartState state(DeliveryReceiptState state) {
    return switch (state) {
      case DELIVRD -> PartState.DELIVERED;
      case EXPIRED -> PartState.EXPIRED;
      case UNDELIV, DELETED, REJECTD -> PartState.FAILED;
      case ENROUTE, ACCEPTD, UNKNOWN -> PartState.ACCEPTED;
    };
  }

  /** Error codes in receipts are each network's own; 001 for a dead number is common practice. */
  private static Outcome reason(DeliveryReceipt receipt) {
    return switch (receipt.getFinalStatus()) {
      case EXPIRED -> Outcome.HANDSET_AWAY;
      case REJECTD, DELETED -> Outcome.BARRED;
      case UNDELIV -> "001".equals(receipt.getError()) ? Outcome.NUMBER_GONE : Outcome.UNKNOWN;
      default -> Outcome.UNKNOWN;
    };
  }
}
