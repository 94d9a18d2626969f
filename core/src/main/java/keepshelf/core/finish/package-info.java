/** Adjusting items without altering them: what a finish says, and what it does to each map. */
@org.jspecify.annotations.NullMarked
package keepshelf.core.finish;
