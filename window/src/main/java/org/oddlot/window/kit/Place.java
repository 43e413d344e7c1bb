package org.oddlot.window.kit;

import org.oddlot.window.session.FilePicker;
import org.oddlot.window.session.Session;

/**
 * Where a bench stands: what it works with.
 *
 * @param session the open lot and all that can be done with it
 * @param picker asks for files
 * @param overlay what questions are laid over the window with
 * @param way to other stations
 * @param cut shows where in its timeline something is
 */
public record Place(
    Session session, FilePicker picker, Overlay overlay, StationNavigator way, StripPane cut) {}
