package org.oddlot.output;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import org.oddlot.format.report.BookFormat;
import org.oddlot.format.report.BookFormats;
import org.oddlot.material.Material;
import org.oddlot.report.Books;
import org.oddlot.report.Report;
import org.oddlot.report.Reports;
import org.oddlot.report.ReportsToWrite;

/** Reports: all in one file where its form holds several, else a file each. */
public final class ReportFiles implements OutputKind {
  @Override
  public String what() {
    return "report";
  }

  @Override
  public List<PlannedFile> plan(Material material) {
    Optional<ReportsToWrite> wanted =
        material.one(ReportsToWrite.class).filter(its -> !its.kinds().isEmpty());
    Optional<BookFormat> format = wanted.flatMap(its -> BookFormats.of(its.form()));
    if (format.isEmpty()) {
      return List.of();
    }
    List<String> from = Books.files(material);
    var files = new ArrayList<PlannedFile>();
    if (format.get().holdsSeveral()) {
      files.add(new Planned(wanted.get().kinds(), format.get(), material.lot(), from));
    } else {
      for (String kind : wanted.get().kinds()) {
        files.add(new Planned(List.of(kind), format.get(), material.lot(), from));
      }
    }
    return files;
  }

  private record Planned(List<String> kinds, BookFormat format, String lot, List<String> from)
      implements PlannedFile {
    @Override
    public String id() {
      return "reports " + String.join("+", kinds) + " as " + format.key();
    }

    @Override
    public String title() {
      return String.join(", ", kinds.stream().map(Planned::title).toList());
    }

    private static String title(String kind) {
      return Reports.of(kind).map(Report::title).orElse(kind);
    }

    @Override
    public String name() {
      String what = kinds.size() == 1 ? title(kinds.getFirst()) : "Reports";
      return lot + ", " + what + format.extension();
    }

    @Override
    public int changes() {
      return 0;
    }

    @Override
    public void write(Material end, Function<String, Path> inputs, Path target) throws IOException {
      ReportsToWrite all = end.one(ReportsToWrite.class).orElseThrow();
      format.write(Books.of(end, all.of(kinds)), target);
    }
  }
}
