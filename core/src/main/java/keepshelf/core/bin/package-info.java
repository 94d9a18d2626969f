/**
 * What was let go: kept apart until the bin is emptied, and brought back to where it stood. Every
 * change is promised in the journal first, so that a process that dies leaves a whole shelf.
 */
@org.jspecify.annotations.NullMarked
package keepshelf.core.bin;
