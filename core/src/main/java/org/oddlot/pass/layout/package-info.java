/** Sound by role: a track for each role, for the sound turnover. */
@org.jspecify.annotations.NullMarked
package org.oddlot.pass.layout;
