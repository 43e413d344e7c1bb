/**
 * Reading and writing files, one package for each format. Formats are found with {@link
 * java.util.ServiceLoader}; each declares what it can carry.
 */
@NullMarked
package org.oddlot.format;

import org.jspecify.annotations.NullMarked;
