/** Speed, each as a ratio to a rival in the same run. What is measured and how is said by the scripts that call it. */
package outrider.bench;
