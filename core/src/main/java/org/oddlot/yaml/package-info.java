/** YAML with the lines that it stands on. */
@NullMarked
package org.oddlot.yaml;

import org.jspecify.annotations.NullMarked;
