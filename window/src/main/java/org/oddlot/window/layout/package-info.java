/** The bench of layout: Sound by role for the turnover. */
@org.jspecify.annotations.NullMarked
package org.oddlot.window.layout;
