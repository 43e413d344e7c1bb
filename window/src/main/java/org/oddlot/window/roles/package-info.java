/** The bench of roles: Naming channels and giving them roles. */
@org.jspecify.annotations.NullMarked
package org.oddlot.window.roles;
