package org.oddlot.rights;

/**
 * What else a paper says of something, carried as it is written.
 *
 * @param head what stands above the column
 * @param value what stands in the row
 */
public record Further(String head, String value) {}
