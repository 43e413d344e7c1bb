/** Edit decision lists as SMPTE ST 258 has them, and as the trade exchanges them. */
package org.oddlot.format.edl;
