/** How things were made that nobody delivered. */
package keepshelf.core.catalogue.made;
