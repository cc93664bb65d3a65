package app.gemba.core.intake.file;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.apache.poi.hssf.eventusermodel.FormatTrackingHSSFListener;
import org.apache.poi.hssf.eventusermodel.HSSFEventFactory;
import org.apache.poi.hssf.eventusermodel.HSSFListener;
import org.apache.poi.hssf.eventusermodel.HSSFRequest;
import org.apache.poi.hssf.record.BOFRecord;
import org.apache.poi.hssf.record.BoolErrRecord;
import org.apache.poi.hssf.record.BoundSheetRecord;
import org.apache.poi.hssf.record.CellValueRecordInterface;
import org.apache.poi.hssf.record.DateWindow1904Record;
import org.apache.poi.hssf.record.EOFRecord;
import org.apache.poi.hssf.record.FormulaRecord;
import org.apache.poi.hssf.record.LabelSSTRecord;
import org.apache.poi.hssf.record.NumberRecord;
import org.apache.poi.hssf.record.Record;
import org.apache.poi.hssf.record.SSTRecord;
import org.apache.poi.hssf.record.StringRecord;
import org.apache.poi.poifs.filesystem.POIFSFileSystem;

/** The rows of one sheet of a binary workbook, read event by event rather than held whole. */
record OldWorkbookRows(Path file, String sheet) implements RowSource {

  /** The sheets of a workbook, in their order. */
  static List<String> sheets(Path file) throws IOException, UnreadableFile {
    List<String> names = new ArrayList<>();
    read(
        file,
        record -> {
          if (record instanceof BoundSheetRecord bound) {
            names.add(bound.getSheetname());
          }
        });
    return names;
  }

  @Override
  public void forEach(Taker taker) throws IOException, UnreadableFile {
    int wanted = sheets(file).indexOf(sheet);
    if (wanted < 0) {
      throw new UnreadableFile("There is no sheet named “" + sheet + "”.");
    }
    Reading reading = new Reading(taker, wanted);
    FormatTrackingHSSFListener formats = new FormatTrackingHSSFListener(reading);
    reading.formats = formats;
    read(file, formats);
  }

  private static void read(Path file, HSSFListener listener) throws IOException, UnreadableFile {
    HSSFRequest request = new HSSFRequest();
    request.addListenerForAllRecords(listener);
    // A damaged record, a password and an old version each end in an exception of another kind.
    try (POIFSFileSystem container = new POIFSFileSystem(file.toFile(), true)) {
      new HSSFEventFactory().processWorkbookEvents(request, container);
    } catch (IOException | RuntimeException e) {
      throw new UnreadableFile(
          "This is an old workbook, and it is damaged or locked with a password. Nothing"
              + " was imported. Open it in a spreadsheet, save it as XLSX, and drop that file here.");
    }
  }

  /** Collects the cells of the wanted sheet into rows. */
  private static final class Reading implements HSSFListener {
    private final Taker taker;
    private final int wanted;
    private FormatTrackingHSSFListener formats;
    private CellText text = new CellText(false);
    private SSTRecord strings;
    private int sheet = -1;
    private boolean inSheet;
    private int row = -1;
    private List<String> cells = new ArrayList<>();
    private FormulaRecord awaitingText;

    Reading(Taker taker, int wanted) {
      this.taker = taker;
      this.wanted = wanted;
    }

    @Override
    public void processRecord(Record record) {
      if (record instanceof BOFRecord begin && begin.getType() == BOFRecord.TYPE_WORKSHEET) {
        inSheet = ++sheet == wanted;
      } else if (record instanceof DateWindow1904Record window) {
        text = new CellText(window.getWindowing() == 1);
      } else if (record instanceof SSTRecord table) {
        strings = table;
      } else if (inSheet && record instanceof EOFRecord) {
        flush();
        inSheet = false;
      } else if (inSheet) {
        cell(record);
      }
    }

    private void cell(Record record) {
      if (record instanceof StringRecord words && awaitingText != null) {
        put(awaitingText, words.getString());
        awaitingText = null;
      } else if (record instanceof LabelSSTRecord label) {
        put(label, strings.getString(label.getSSTIndex()).getString());
      } else if (record instanceof NumberRecord number) {
        put(number, shown(number, number.getValue()));
      } else if (record instanceof BoolErrRecord flag && flag.isBoolean()) {
        put(flag, flag.getBooleanValue() ? "TRUE" : "FALSE");
      } else if (record instanceof FormulaRecord formula) {
        if (formula.hasCachedResultString()) {
          awaitingText = formula;
        } else {
          put(formula, shown(formula, formula.getValue()));
        }
      }
    }

    private String shown(CellValueRecordInterface cell, double value) {
      String format = formats.getFormatString(cell);
      return text.of(
          BigDecimal.valueOf(value),
          formats.getFormatIndex(cell),
          format == null ? "General" : format);
    }

    private void put(CellValueRecordInterface cell, String shown) {
      if (cell.getRow() != row) {
        flush();
        row = cell.getRow();
      }
      while (cells.size() < cell.getColumn()) {
        cells.add("");
      }
      cells.add(shown);
    }

    private void flush() {
      if (!cells.isEmpty()) {
        try {
          taker.take(cells);
        } catch (IOException e) {
          throw new UncheckedIOException(e);
        }
      }
      cells = new ArrayList<>();
    }
  }
}
