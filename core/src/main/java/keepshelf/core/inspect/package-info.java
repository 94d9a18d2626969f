/** Checks of recognised sets: is everything there, once, and do the pictures fit each other. */
package keepshelf.core.inspect;
