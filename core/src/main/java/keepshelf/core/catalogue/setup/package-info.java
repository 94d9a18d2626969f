/** Hosts, and how an item is set up and installed in them. */
package keepshelf.core.catalogue.setup;
