/** Finding items by words. */
package keepshelf.core.search;
