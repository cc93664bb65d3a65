package app.gemba.core.intake.file;

import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import org.dhatim.fastexcel.reader.Cell;
import org.dhatim.fastexcel.reader.CellType;
import org.dhatim.fastexcel.reader.ExcelReaderException;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.ReadingOptions;
import org.dhatim.fastexcel.reader.Row;
import org.dhatim.fastexcel.reader.Sheet;

/** The rows of one sheet of an Office Open XML workbook, streamed. */
record WorkbookRows(Path file, String sheet) implements RowSource {
  private static final int MOST_COLUMNS = 1_000;
  private static final ReadingOptions WITH_FORMATS = new ReadingOptions(true, false);

  /** The sheets of a workbook, in their order. */
  static List<String> sheets(Path file) throws IOException, UnreadableFile {
    try (ReadableWorkbook workbook = open(file)) {
      return workbook.getSheets().map(Sheet::getName).toList();
    }
  }

  @Override
  public void forEach(Taker taker) throws IOException, UnreadableFile {
    try (ReadableWorkbook workbook = open(file)) {
      Sheet wanted =
          workbook
              .findSheet(sheet)
              .orElseThrow(() -> new UnreadableFile("There is no sheet named “" + sheet + "”."));
      CellText text = new CellText(workbook.isDate1904());
      try (var rows = wanted.openStream()) {
        for (Iterator<Row> all = rows.iterator(); all.hasNext(); ) {
          taker.take(cells(all.next(), text));
        }
      }
    } catch (ExcelReaderException e) {
      throw broken();
    }
  }

  private static List<String> cells(Row row, CellText text) {
    List<String> cells = new ArrayList<>();
    for (Cell cell : row) {
      if (cell != null && cell.getColumnIndex() < MOST_COLUMNS) {
        while (cells.size() < cell.getColumnIndex()) {
          cells.add("");
        }
        cells.add(shown(cell, text));
      }
    }
    return cells;
  }

  private static String shown(Cell cell, CellText text) {
    boolean held = cell.getType() == CellType.NUMBER || cell.getType() == CellType.FORMULA;
    if (held && cell.getValue() instanceof BigDecimal number) {
      int id = cell.getDataFormatId() == null ? 0 : cell.getDataFormatId();
      return text.of(
          number, id, cell.getDataFormatString() == null ? "General" : cell.getDataFormatString());
    }
    String shown = cell.getText();
    return shown == null ? "" : shown;
  }

  private static ReadableWorkbook open(Path file) throws IOException, UnreadableFile {
    try {
      return new ReadableWorkbook(file.toFile(), WITH_FORMATS);
    } catch (ExcelReaderException e) {
      throw broken();
    }
  }

  private static UnreadableFile broken() {
    return new UnreadableFile(
        "This workbook is damaged or locked with a password. Nothing was imported. Open it in a"
            + " spreadsheet, save it again without a password, and drop that file here.");
  }
}
