/** A larger tile out of one: repetition broken up, all maps of a set in the same way. */
@NullMarked
package keepshelf.imaging.enlarge;

import org.jspecify.annotations.NullMarked;
