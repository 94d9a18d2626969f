/**
 * The shelf as one thing to open: {@link keepshelf.core.Shelf} ties the packages below together.
 */
@org.jspecify.annotations.NullMarked
package keepshelf.core;
