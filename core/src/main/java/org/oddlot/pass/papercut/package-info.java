/** The pass that makes timelines of marked text. */
@NullMarked
package org.oddlot.pass.papercut;

import org.jspecify.annotations.NullMarked;
