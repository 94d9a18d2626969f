/** PNG of 8 and 16 bits, read and written line by line; what is not plain is left to others. */
@NullMarked
package keepshelf.imaging.png;

import org.jspecify.annotations.NullMarked;
