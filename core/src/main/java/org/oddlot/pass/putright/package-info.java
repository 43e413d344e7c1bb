/** Put right: what would keep entries and clips apart, found before it is fought with. */
@NullMarked
package org.oddlot.pass.putright;

import org.jspecify.annotations.NullMarked;
