/**
 * Pictures that are too large to be held whole: read, changed and written row by row, so that a map
 * of any size needs the memory of a few rows.
 */
@NullMarked
package keepshelf.imaging.rows;

import org.jspecify.annotations.NullMarked;
