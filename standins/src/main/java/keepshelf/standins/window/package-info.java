/** The plain window of a simulated host: what it loaded from its folder, as it changes. */
package keepshelf.standins.window;
