package org.oddlot.pass.sync;

import org.oddlot.pass.Finding;

/**
 * What the pass finds: a picture and its sound, a recorder whose clock is in question, a recording
 * that could not be laid.
 */
public sealed interface SyncFinding extends Finding
    permits PairFinding, RecorderFinding, LooseFinding {}
