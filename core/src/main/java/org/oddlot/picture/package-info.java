/** Single pictures of media files, to be looked at. */
@org.jspecify.annotations.NullMarked
package org.oddlot.picture;
