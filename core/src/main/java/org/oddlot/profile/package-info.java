/**
 * Mapping profiles: where a given editing program keeps names, dates, keywords and so on inside the
 * metadata of an interchange file, field by field, for reading and for writing.
 */
@NullMarked
package org.oddlot.profile;

import org.jspecify.annotations.NullMarked;
