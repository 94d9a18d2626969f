/**
 * What is made of what is on the shelf: maps that are worked out of others, with the recipe to make
 * them again and the licence that follows from what they were made of. Originals are never touched.
 */
@org.jspecify.annotations.NullMarked
package keepshelf.core.making;
