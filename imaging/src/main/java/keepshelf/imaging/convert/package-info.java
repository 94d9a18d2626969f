/** Exact conversions between the conventions of texture maps. */
@NullMarked
package keepshelf.imaging.convert;

import org.jspecify.annotations.NullMarked;
