/* global AudioWorkletProcessor, registerProcessor */
// Hands on what the microphone hears, block by block, from the thread that may not wait.
class Capture extends AudioWorkletProcessor {
  process([channels]) {
    if (channels && channels[0]) this.port.postMessage(channels[0].slice());
    return true;
  }
}

registerProcessor('harvu-capture', Capture);
