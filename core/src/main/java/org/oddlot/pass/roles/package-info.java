/** Names of channels and their roles. */
@org.jspecify.annotations.NullMarked
package org.oddlot.pass.roles;
