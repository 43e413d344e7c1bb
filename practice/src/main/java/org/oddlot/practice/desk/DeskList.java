package org.oddlot.practice.desk;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What Practice Desk makes of an edit decision list: a reader of its own, which takes lines of the
 * usual form and complains about all others.
 *
 * @param title the list's title
 * @param shots what is cut in, each with where it is
 * @param dissolves how many dissolves and wipes there are
 * @param speeds how many shots run at another speed
 * @param locators how many places are marked
 * @param complaints what was said about it
 */
public record DeskList(
    String title,
    List<Shot> shots,
    int dissolves,
    int speeds,
    int locators,
    List<Complaint> complaints) {

  private static final Pattern EVENT =
      Pattern.compile(
          "(\\d+)\\s+(\\S+)\\s+(\\S+)\\s+(C|D|W\\d+|K\\w*)\\s+(?:(\\d+)\\s+)?"
              + "(\\d\\d[:;]\\d\\d[:;]\\d\\d[:;]\\d\\d)\\s+(\\d\\d[:;]\\d\\d[:;]\\d\\d[:;]\\d\\d)\\s+"
              + "(\\d\\d[:;]\\d\\d[:;]\\d\\d[:;]\\d\\d)\\s+(\\d\\d[:;]\\d\\d[:;]\\d\\d[:;]\\d\\d)\\s*");

  private static final Pattern NAME = Pattern.compile("\\*\\s*(FROM|TO) CLIP NAME:\\s*(.*)");

  /**
   * A shot of the list.
   *
   * @param number its event's number
   * @param reel its reel
   * @param channel the channel that it is cut on
   * @param in its first frame by record timecode
   * @param out the frame after its last
   * @param name its clip's name, empty where none is noted
   */
  public record Shot(
      String number, String reel, String channel, String in, String out, String name) {
    Shot named(String its) {
      return new Shot(number, reel, channel, in, out, its);
    }
  }

  public DeskList {
    shots = List.copyOf(shots);
    complaints = List.copyOf(complaints);
  }

  /** Takes in a list. */
  public static DeskList read(Path file) throws IOException {
    var title = "";
    var shots = new ArrayList<Shot>();
    var complaints = new ArrayList<Complaint>();
    int[] counts = new int[3];
    int number = 0;
    for (String each : Files.readString(file, StandardCharsets.UTF_8).lines().toList()) {
      String line = each.strip();
      number++;
      Matcher event = EVENT.matcher(line);
      Matcher name = NAME.matcher(line);
      if (line.startsWith("TITLE:")) {
        title = line.substring("TITLE:".length()).strip();
      } else if (event.matches()) {
        boolean isHeld = event.group(8).equals(event.group(9));
        counts[0] += event.group(4).equals("C") ? 0 : 1;
        // What a dissolve comes from stands before it, and lasts no time; black is no shot.
        if (!isHeld && !event.group(2).equals("BL")) {
          shots.add(
              new Shot(
                  event.group(1),
                  event.group(2),
                  event.group(3),
                  event.group(8),
                  event.group(9),
                  ""));
        }
      } else if (name.matches() && !shots.isEmpty()) {
        boolean isOfADissolve = name.group(1).equals("TO");
        if (isOfADissolve || shots.getLast().name.isEmpty()) {
          shots.set(shots.size() - 1, shots.getLast().named(name.group(2).strip()));
        }
      } else if (line.startsWith("M2")) {
        counts[1]++;
      } else if (line.startsWith("* LOC:")) {
        counts[2]++;
      } else if (!line.isEmpty() && !line.startsWith("*") && !line.startsWith("FCM:")) {
        complaints.add(new Complaint(true, "line " + number, "not understood: " + line));
      }
    }
    return new DeskList(title, shots, counts[0], counts[1], counts[2], complaints);
  }

  /** As a JSON document. */
  public String json(String file) {
    var json = new JsonMapper();
    ObjectNode root = json.createObjectNode();
    root.put("file", file).put("title", title).put("shots", shots.size());
    root.put("dissolves", dissolves).put("speeds", speeds).put("locators", locators);
    ArrayNode said = root.putArray("refusals");
    complaints.forEach(
        each -> said.addObject().put("place", each.place()).put("text", each.text()));
    try {
      return json.writerWithDefaultPrettyPrinter().writeValueAsString(root);
    } catch (JsonProcessingException e) {
      throw new IllegalStateException(e);
    }
  }

  /** As people read it. */
  public String text(String file) {
    var text = new StringBuilder();
    text.append(file)
        .append(": list “")
        .append(title)
        .append("”, ")
        .append(shots.size())
        .append(" shots, ")
        .append(dissolves)
        .append(" dissolves, ")
        .append(speeds)
        .append(" speeds, ")
        .append(locators)
        .append(" locators");
    complaints.forEach(each -> text.append('\n').append(each));
    return text.toString();
  }
}
