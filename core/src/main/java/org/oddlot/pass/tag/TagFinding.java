package org.oddlot.pass.tag;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.oddlot.material.Source;
import org.oddlot.paper.LogEntry;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Finding;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Standing;

/**
 * What will be written to the clips of one source.
 *
 * @param source the source
 * @param entries the entries that belong to it, in the order of their rows
 * @param notes what will be noted about it
 * @param marks what will be marked in it
 * @param newName what its clips will be called, if they are to be renamed
 * @param conflicts what is noted there already and says something else
 * @param standing settled unless something would be overwritten
 * @param reason what is written, or what stands in the way
 */
public record TagFinding(
    Source source,
    List<LogEntry> entries,
    List<Note> notes,
    List<Mark> marks,
    Optional<String> newName,
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
  public FindingId id() {
    return FindingId.of("tag", source.id());
  }

  @Override
  public String title() {
    return source.name();
  }

  @Override
  public List<Evidence> evidence() {
    return conflicts;
  }

  /** The values of a naming pattern's tokens for this source. */
  public Map<String, String> tokens() {
    return tokens(source, notes);
  }

  static Map<String, String> tokens(Source source, List<Note> notes) {
    var values = new HashMap<String, String>();
    values.put("name", source.name());
    values.put("camera", source.camera());
    values.put("roll", source.reel());
    source.recorded().ifPresent(day -> values.put("date", day.toString()));
    for (Note note : notes) {
      values.put(note.field().key(), note.words());
    }
    return values;
  }
}
