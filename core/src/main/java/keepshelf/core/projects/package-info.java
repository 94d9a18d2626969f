/**
 * Jobs that use what is on the shelf: what they are for, what they use, whether they may, and whom
 * they are to credit.
 */
@org.jspecify.annotations.NullMarked
package keepshelf.core.projects;
