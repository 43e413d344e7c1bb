package org.oddlot.pass.sync;

import org.oddlot.pass.Finding;

/** What the pass finds: a picture and its sound, or a recorder whose clock is in question. */
public sealed interface SyncFinding extends Finding permits PairFinding, RecorderFinding {}
