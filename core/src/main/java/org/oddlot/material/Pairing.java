package org.oddlot.material;

/**
 * An entry of a log and a source that belong together.
 *
 * @param entryId the entry
 * @param sourceId the source
 */
public record Pairing(String entryId, String sourceId) {}
