/**
 * What a kind of candidate is ({@code Learner}, found by its line in META-INF/services), its settings, and how any kind is fitted in
 * full: out-of-fold scores, calibration. Training data enters, a {@code Fitted} leaves; the engines in the packages below are known to
 * nobody but the service loader.
 */
package outrider.learn;
