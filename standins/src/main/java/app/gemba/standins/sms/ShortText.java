package app.gemba.standins.sms;

import com.cloudhopper.commons.charset.CharsetUtil;
import java.util.Arrays;
import org.jsmpp.bean.Alphabet;
import org.jsmpp.bean.GeneralDataCoding;
import org.jsmpp.bean.OptionalParameter;
import org.jsmpp.bean.OptionalParameter.Tag;
import org.jsmpp.bean.SubmitSm;
import org.jsmpp.bean.TypeOfNumber;

/**
 * One submit_sm as it came over the wire.
 *
 * @param reference user_message_reference (SMPP 3.4, 5.3.2.17), or -1
 * @param concatenation reference number of the concatenation header (3GPP TS 23.040, 9.2.3.24.1)
 * @param part from 1
 */
record ShortText(
    String source,
    String destination,
    boolean ucs2,
    int reference,
    int concatenation,
    int part,
    int parts,
    String text) {
  private static final int HEADER_LENGTH = 6;

  static ShortText of(SubmitSm pdu) {
    byte[] content = pdu.getShortMessage();
    boolean header = pdu.isUdhi() && content.length >= HEADER_LENGTH;
    byte[] body = header ? Arrays.copyOfRange(content, HEADER_LENGTH, content.length) : content;
    boolean ucs2 = Alphabet.parseDataCoding(pdu.getDataCoding()) == Alphabet.ALPHA_UCS2;
    OptionalParameter reference = pdu.getOptionalParameter(Tag.USER_MESSAGE_REFERENCE);
    return new ShortText(
        address(pdu.getSourceAddr(), pdu.getSourceAddrTon()),
        address(pdu.getDestAddress(), pdu.getDestAddrTon()),
        ucs2,
        reference instanceof OptionalParameter.Short value ? value.getValue() & 0xFFFF : -1,
        header ? content[3] & 0xFF : 0,
        header ? content[5] & 0xFF : 1,
        header ? content[4] & 0xFF : 1,
        CharsetUtil.decode(body, ucs2 ? CharsetUtil.CHARSET_UCS_2 : CharsetUtil.CHARSET_GSM));
  }

  /** An international address with its plus, however it came. */
  private static String address(String address, byte typeOfNumber) {
    boolean international = typeOfNumber == TypeOfNumber.INTERNATIONAL.value();
    return international && !address.startsWith("+") ? "+" + address : address;
  }

  /** The data coding of a text on its way to the application. */
  static GeneralDataCoding coding(boolean ucs2) {
    return new GeneralDataCoding(ucs2 ? Alphabet.ALPHA_UCS2 : Alphabet.ALPHA_DEFAULT);
  }
}
