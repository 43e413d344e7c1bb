package org.oddlot.material;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.Locale;

/**
 * Addresses of media as they are compared: the same file can be spelled in several ways (RFC 3986,
 * 6.2.2 and 6.2.3; a path or a {@code file:} address of it; either slash; Unicode composed or not).
 */
final class Spelling {
  private Spelling() {}

  /** Whether an address has nothing in it that could be spelled otherwise. */
  static boolean isPlain(String address) {
    if (address.startsWith("file:") || address.startsWith("./")) {
      return false;
    }
    char before = 0;
    for (int i = 0; i < address.length(); i++) {
      char letter = address.charAt(i);
      boolean isOdd =
          letter == '%'
              || letter == '\\'
              || letter > 0x7E
              || (letter == '/' && (before == '/' || before == '.'))
              || (letter == ':' && i == 1);
      if (isOdd) {
        return false;
      }
      before = letter;
    }
    return true;
  }

  /** The one spelling of all that mean the same file. */
  static String canonical(String address) {
    String its = address.replace('\\', '/');
    String scheme = "";
    if (its.regionMatches(true, 0, "file:", 0, 5)) {
      its = its.substring(5);
      if (its.startsWith("//")) {
        int path = its.indexOf('/', 2);
        String host = path < 0 ? its.substring(2) : its.substring(2, path);
        boolean isHere = host.isEmpty() || host.equalsIgnoreCase("localhost");
        its = path < 0 ? "" : its.substring(path);
        scheme = isHere ? "" : "//" + host.toLowerCase(Locale.ROOT);
      }
    } else if (its.matches("[A-Za-z][A-Za-z0-9+.-]+://.*")) {
      int path = its.indexOf('/', its.indexOf("://") + 3);
      scheme = (path < 0 ? its : its.substring(0, path)).toLowerCase(Locale.ROOT);
      its = path < 0 ? "" : its.substring(path);
    }
    its = withoutDots(decoded(its));
    // A drive: there names are the same in either case.
    if (its.matches("/?[A-Za-z]:/.*")) {
      its = its.replaceFirst("^/", "").toLowerCase(Locale.ROOT);
    }
    return scheme + Normalizer.normalize(its, Normalizer.Form.NFC);
  }

  private static String decoded(String path) {
    if (path.indexOf('%') < 0) {
      return path;
    }
    var bytes = new ByteArrayOutputStream();
    byte[] all = path.getBytes(StandardCharsets.UTF_8);
    for (int i = 0; i < all.length; i++) {
      int high = i + 2 < all.length ? Character.digit(all[i + 1], 16) : -1;
      int low = i + 2 < all.length ? Character.digit(all[i + 2], 16) : -1;
      if (all[i] == '%' && high >= 0 && low >= 0) {
        bytes.write(high * 16 + low);
        i += 2;
      } else {
        bytes.write(all[i]);
      }
    }
    return bytes.toString(StandardCharsets.UTF_8);
  }

  private static String withoutDots(String path) {
    var kept = new ArrayList<String>();
    for (String each : path.split("/", -1)) {
      boolean isUp = each.equals("..") && !kept.isEmpty() && !kept.getLast().equals("..");
      if (isUp) {
        kept.removeLast();
      } else if (!each.isEmpty() && !each.equals(".")) {
        kept.add(each);
      }
    }
    return (path.startsWith("/") ? "/" : "") + String.join("/", kept);
  }
}
