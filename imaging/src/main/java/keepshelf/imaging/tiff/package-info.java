/** Writing of TIFF. */
@NullMarked
package keepshelf.imaging.tiff;

import org.jspecify.annotations.NullMarked;
