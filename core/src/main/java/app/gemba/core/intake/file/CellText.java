package app.gemba.core.intake.file;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.util.Locale;
import org.apache.poi.ss.usermodel.DataFormatter;
import org.apache.poi.ss.usermodel.DateUtil;

/**
 * The text of a number cell of a workbook, as the cell shows it: a postal code keeps its leading
 * zero. Two things are not taken over, since they would lose what the cell holds: a day that is
 * shown by digits alone in the order of some country is written year first, and a long number is
 * written out where the general format would round it.
 */
final class CellText {
  private final DataFormatter formatter = new DataFormatter(Locale.US);
  private final boolean since1904;

  CellText(boolean since1904) {
    this.since1904 = since1904;
  }

  /** The text of a number under its format. */
  String of(BigDecimal number, int formatId, String format) {
    if (DateUtil.isADateFormat(formatId, format)
        && DateUtil.isValidExcelDate(number.doubleValue())) {
      return day(number.doubleValue(), formatId, format);
    }
    String shown =
        formatter.formatRawCellContents(number.doubleValue(), formatId, format, since1904);
    boolean rounded = shown.contains("E+") || shown.startsWith("#");
    boolean general = format == null || format.equalsIgnoreCase("general") || format.equals("@");
    return rounded || general ? plain(number) : shown;
  }

  private String day(double value, int formatId, String format) {
    boolean byName = format.toLowerCase(Locale.ROOT).contains("mmm");
    if (byName || value < 1) {
      return formatter.formatRawCellContents(value, formatId, format, since1904);
    }
    LocalDateTime moment = DateUtil.getLocalDateTime(value, since1904, true);
    return moment.toLocalTime().equals(LocalTime.MIDNIGHT)
        ? moment.toLocalDate().toString()
        : moment.toLocalDate() + " " + moment.toLocalTime();
  }

  /** Workbooks hold binary fractions: fifteen digits are what was meant. */
  private static String plain(BigDecimal number) {
    BigDecimal meant = number;
    int digits = number.precision();
    if (digits > 15 && number.scale() > 0) {
      meant = number.setScale(Math.max(0, number.scale() - (digits - 15)), RoundingMode.HALF_UP);
    }
    return meant.signum() == 0 ? "0" : meant.stripTrailingZeros().toPlainString();
  }
}
