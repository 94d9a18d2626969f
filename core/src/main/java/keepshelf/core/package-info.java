/**
 * The shelf as one thing to open: {@link keepshelf.core.Shelf} ties the packages below together.
 */
package keepshelf.core;
