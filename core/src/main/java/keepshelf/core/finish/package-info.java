/** Adjusting items without altering them: what a finish says, and what it does to each map. */
package keepshelf.core.finish;
