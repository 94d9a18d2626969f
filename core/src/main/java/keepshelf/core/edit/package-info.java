/** Changing what is recorded of items and packs: many at once, undoable, and never half. */
@org.jspecify.annotations.NullMarked
package keepshelf.core.edit;
