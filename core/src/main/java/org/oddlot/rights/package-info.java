/** What papers say of rights: licences of material, and who made the music. */
@org.jspecify.annotations.NullMarked
package org.oddlot.rights;
