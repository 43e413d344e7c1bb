/** The pass that makes reports. */
@org.jspecify.annotations.NullMarked
package org.oddlot.pass.reports;
