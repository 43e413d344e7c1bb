package org.oddlot.material;

/**
 * One thing that differs between what came in and what goes out.
 *
 * @param document the file's name
 * @param place where in it
 * @param property what of it
 * @param before what it was, empty if nothing
 * @param after what it is, empty if nothing
 * @param pass the id of the pass that changed it
 * @param reason why
 */
public record LedgerEntry(
    String document,
    String place,
    String property,
    String before,
    String after,
    String pass,
    String reason) {}
