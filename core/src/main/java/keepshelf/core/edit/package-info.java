/** Changing what is recorded of items and packs: many at once, undoable, and never half. */
package keepshelf.core.edit;
