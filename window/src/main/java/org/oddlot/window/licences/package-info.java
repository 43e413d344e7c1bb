/** The station of licences. */
@org.jspecify.annotations.NullMarked
package org.oddlot.window.licences;
