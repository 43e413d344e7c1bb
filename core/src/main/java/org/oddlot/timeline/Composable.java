package org.oddlot.timeline;

/** What can lie in a track or a stack. */
public sealed interface Composable extends TimelineObject permits Item, Transition, Opaque {}
