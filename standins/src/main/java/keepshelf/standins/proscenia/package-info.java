/**
 * A simulated host, the stage and layout program: reads USD in text form, with a reader of its own.
 */
package keepshelf.standins.proscenia;
