package org.oddlot.window.session;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/** Asks a person for files. */
public interface FilePicker {
  /** Files to be read: timelines, papers, or a lot. Empty if the person changed their mind. */
  List<Path> filesToOpen(Optional<Path> startingIn);

  /** Where a lot is to be saved. */
  Optional<Path> lotToSave(String name, Optional<Path> startingIn);

  /** A run sheet to be taken. */
  Optional<Path> sheetToOpen(Optional<Path> startingIn);

  /** Where a run sheet is to be saved. */
  Optional<Path> sheetToSave(String name, Optional<Path> startingIn);

  /** Where a report is to be saved; the ending says in which form. */
  Optional<Path> reportToSave(String name, Optional<Path> startingIn);

  /** A report that was saved before. */
  Optional<Path> reportToOpen(Optional<Path> startingIn);

  /** A folder to write into. */
  Optional<Path> folderToWriteTo(Optional<Path> startingIn);
}
