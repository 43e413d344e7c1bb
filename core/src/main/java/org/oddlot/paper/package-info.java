/**
 * What people wrote down about the material: tables as they came, what their columns mean, and the
 * entries read from them.
 */
@NullMarked
package org.oddlot.paper;

import org.jspecify.annotations.NullMarked;
