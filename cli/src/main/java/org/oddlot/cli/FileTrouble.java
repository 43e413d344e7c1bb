package org.oddlot.cli;

import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.DirectoryNotEmptyException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.FileSystemException;
import java.nio.file.NoSuchFileException;
import java.nio.file.NotDirectoryException;

/** What is wrong with a file, in a sentence: the system's own messages are often a path alone. */
final class FileTrouble {
  private FileTrouble() {}

  static String inWords(IOException exception) {
    return switch (exception) {
      case NoSuchFileException e -> "There is no file or folder " + e.getFile() + ".";
      case AccessDeniedException e -> "You have no right to read or write " + e.getFile() + ".";
      case FileAlreadyExistsException e -> e.getFile() + " is there already.";
      case NotDirectoryException e -> e.getFile() + " is not a folder.";
      case DirectoryNotEmptyException e -> "The folder " + e.getFile() + " is not empty.";
      case FileSystemException e when e.getReason() != null ->
          e.getFile() + ": " + e.getReason() + ".";
      default -> {
        String message = String.valueOf(exception.getMessage());
        yield message.endsWith(".") ? message : message + ".";
      }
    };
  }
}
