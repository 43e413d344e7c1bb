package org.oddlot.rights;

import java.util.List;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import org.oddlot.paper.ColumnCells;
import org.oddlot.paper.DateReader;

/**
 * What stands in a column whose head says nothing. Only what can be nothing else is told by it;
 * from memory, where no standard is named.
 *
 * @param sample what is looked at
 */
record CellsSeen(ColumnCells sample) {
  private static final int EXAMPLES = 3;

  private static final Pattern FILE =
      Pattern.compile(
          "(?iu).+\\.(?:mov|mxf|mp4|m4v|avi|mkv|mpe?g|dv|ts|wav|bwf|aiff?|mp3|flac|png|tga|tiff?|jpe?g|exr|dpx|psd|gif|svg)"
              + "(?:\\s*;.*)?|[\\p{L}\\p{N}_./ -]*\\*[\\p{L}\\p{N}_./* -]*");

  /** What companies and archives are called by. */
  private static final Pattern ORGANISATION =
      Pattern.compile(
          "(?iu).*\\b(?:archiv\\p{L}*|librar\\p{L}*|films?|footage|ltd|limited|inc|llc|plc|gmbh|ag|kg|sarl|srl|b\\.?v|a/s|oy|museum|institut\\p{L}*"
              + "|stiftung|foundation|fondation|fundación|agency|agence|agentur|bureau|cinémathèque|cinemateca|kinemathek|verlag|productions?|pictures"
              + "|studios?|broadcasting|television|collection|sammlung|\\p{L}+archiv|trust|society)\\b.*");

  /** ISO 3901. */
  private static final Pattern ISRC =
      Pattern.compile("(?i)(?:ISRC\\s*)?[A-Z]{2}[- ]?[A-Z0-9]{3}[- ]?\\d{2}[- ]?\\d{5}");

  /** ISO 15707. */
  private static final Pattern ISWC =
      Pattern.compile("(?i)(?:ISWC\\s*)?T[- ]?\\d{3}[. ]?\\d{3}[. ]?\\d{3}[- .]?\\d");

  private static final Pattern KIND =
      Pattern.compile("(?iu)vocals?|vokal|instrumental|inst\\.?|instr\\.?|vocal/instrumental");

  List<String> cells() {
    return sample.cells();
  }

  private boolean areMostly(Predicate<String> test) {
    return sample.areMostly(test);
  }

  boolean areFiles() {
    return areMostly(cell -> FILE.matcher(cell).matches());
  }

  boolean areMoney() {
    return areMostly(PriceReader::isMoney);
  }

  boolean areCurrencies() {
    return areMostly(PriceReader::isCurrency);
  }

  boolean areDates() {
    return areMostly(DateReader::looksLikeOne);
  }

  /** Whether half of them are called as companies are, and none is a name of a person's mailbox. */
  boolean areOrganisations() {
    long those = cells().stream().filter(cell -> ORGANISATION.matcher(cell).matches()).count();
    return areWords() && those * 2 >= cells().size();
  }

  boolean areRecordings() {
    return areMostly(cell -> ISRC.matcher(cell).matches());
  }

  boolean areWorks() {
    return areMostly(cell -> ISWC.matcher(cell).matches());
  }

  boolean areKindsOfMusic() {
    return areMostly(cell -> KIND.matcher(cell).matches());
  }

  /** Whether they can be names of something: neither numbers, dates nor addresses. */
  boolean areWords() {
    return areMostly(cell ->
        cell.chars().anyMatch(Character::isLetter)
            && !DateReader.looksLikeOne(cell)
            && !PriceReader.isMoney(cell)
            && cell.indexOf('@') < 0
            && !cell.contains("://"));
  }

  /** Some of them, for people. */
  String examples() {
    return sample.examples(EXAMPLES);
  }

  /** Whether a cell is something that stands in rows and never above them. */
  static boolean isOfRow(String cell) {
    return FILE.matcher(cell.strip()).matches()
        || DateReader.looksLikeOne(cell.strip())
        || PriceReader.isMoney(cell);
  }
}
