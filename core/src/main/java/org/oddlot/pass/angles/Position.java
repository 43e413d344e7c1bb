package org.oddlot.pass.angles;

/**
 * Where a piece lies.
 *
 * @param at when it begins, in seconds of its island's clock, which is that of its longest piece
 * @param drift how much slower its own clock counts than that, as a part
 * @param island the number of what it is tied to, the longest being 0; pieces of one number lie by
 *     each other
 */
public record Position(double at, double drift, int island) {}
