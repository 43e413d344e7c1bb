package org.oddlot.pass.tag;

import java.util.List;
import org.oddlot.paper.LogEntry;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Finding;
import org.oddlot.pass.Source;
import org.oddlot.pass.Standing;

/**
 * What will be written to the clips of one source.
 *
 * @param source the source
 * @param entries the entries that belong to it, in the order of their rows
 * @param notes what will be noted about it
 * @param marks what will be marked in it
 * @param conflicts what is noted there already and says something else
 * @param standing settled unless something would be overwritten
 * @param reason what is written, or what stands in the way
 */
public record TagFinding(
    Source source,
    List<LogEntry> entries,
    List<Note> notes,
    List<Mark> marks,
    List<Evidence> conflicts,
    Standing standing,
    String reason)
    implements Finding {

  public TagFinding {
    entries = List.copyOf(entries);
    notes = List.copyOf(notes);
    marks = List.copyOf(marks);
    conflicts = List.copyOf(conflicts);
  }

  @Override
  public String id() {
    return "tag:" + source.id();
  }

  @Override
  public String title() {
    return source.name();
  }

  @Override
  public List<Evidence> evidence() {
    return conflicts;
  }
}
