package org.oddlot.problem;

import java.io.IOException;
import java.nio.charset.CharacterCodingException;
import java.nio.file.AccessDeniedException;
import java.nio.file.DirectoryNotEmptyException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.FileSystemException;
import java.nio.file.FileSystemLoopException;
import java.nio.file.NoSuchFileException;
import java.nio.file.NotDirectoryException;
import java.util.Locale;

/** What is wrong with a file, in a sentence: the system's own messages are often a path alone. */
public final class FileTrouble {
  private FileTrouble() {}

  /** What {@code exception} says, with the file that it is about, as far as it knows. */
  public static String inWords(IOException exception) {
    return switch (exception) {
      case NoSuchFileException e -> "There is no file or folder " + e.getFile() + ".";
      case AccessDeniedException e -> "You have no right to read or write " + e.getFile() + ".";
      case FileAlreadyExistsException e -> e.getFile() + " is there already.";
      case NotDirectoryException e -> e.getFile() + " is not a folder.";
      case DirectoryNotEmptyException e -> "The folder " + e.getFile() + " is not empty.";
      case FileSystemLoopException e -> e.getFile() + " leads in a circle.";
      case FileSystemException e when e.getReason() != null ->
          e.getFile() + ": " + reason(e.getReason()) + ".";
      case FileSystemException e -> e.getFile() + " cannot be read or written.";
      case CharacterCodingException _ -> "Some characters do not belong to its charset.";
      default -> sentence(exception);
    };
  }

  /**
   * That {@code file} cannot be written, and why: also where the system says nothing but that its
   * disk is full.
   */
  public static IOException writing(Object file, IOException exception) {
    return exception instanceof Told
        ? exception
        : new Told("Cannot write " + file + ": " + why(exception), exception);
  }

  /** One that says all in its message. */
  private static final class Told extends IOException {
    private static final long serialVersionUID = 1;

    Told(String message, Exception cause) {
      super(message, cause);
    }
  }

  private static String why(IOException exception) {
    return switch (exception) {
      case AccessDeniedException _ -> "you have no right to write there.";
      case NoSuchFileException _ -> "its folder is not there.";
      case NotDirectoryException _ -> "what should be its folder is a file.";
      case FileAlreadyExistsException e -> e.getFile() + " is there, and is no folder.";
      case FileSystemException e when e.getReason() != null -> reason(e.getReason()) + ".";
      default -> {
        String sentence = sentence(exception);
        String known = reason(sentence.substring(0, sentence.length() - 1));
        yield known + ".";
      }
    };
  }

  /** What the system calls it, as people do; errno(3). */
  private static String reason(String systems) {
    String lower = systems.toLowerCase(Locale.ROOT);
    if (lower.contains("no space left")) {
      return "the disk is full";
    }
    if (lower.contains("read-only file system")) {
      return "the folder is read-only";
    }
    if (lower.contains("name too long")) {
      return "the name is longer than the system allows";
    }
    if (lower.contains("too many levels of symbolic links")) {
      return "the link leads in a circle";
    }
    if (lower.contains("quota exceeded")) {
      return "your share of the disk is full";
    }
    if (lower.contains("input/output error")) {
      return "the disk does not answer";
    }
    return systems;
  }

  private static String sentence(IOException exception) {
    String message = exception.getMessage();
    if (message == null || message.isBlank()) {
      return "The file or its disk cannot be used.";
    }
    return message.endsWith(".") ? message : message + ".";
  }
}
