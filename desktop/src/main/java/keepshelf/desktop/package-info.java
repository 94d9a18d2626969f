/**
 * The application: how it starts, and the words and settings all places share. Each place is a
 * package with a model (observable state and commands, no nodes) and a view (nodes, no decisions).
 */
package keepshelf.desktop;
