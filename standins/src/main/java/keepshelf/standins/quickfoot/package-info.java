/** A simulated host, the real-time engine: reads glTF 2.0, with a reader of its own. */
package keepshelf.standins.quickfoot;
