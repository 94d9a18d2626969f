/**
 * Pixel data: the one in-memory picture type, in its stored depth. Knows no files and no meaning.
 */
@NullMarked
package keepshelf.imaging.pixel;

import org.jspecify.annotations.NullMarked;
