/** Checks of recognised sets: is everything there, once, and do the pictures fit each other. */
@NullMarked
package keepshelf.core.inspect;

import org.jspecify.annotations.NullMarked;
