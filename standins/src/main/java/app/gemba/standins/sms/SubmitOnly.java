package app.gemba.standins.sms;

import org.jsmpp.PDUStringException;
import org.jsmpp.SMPPConstant;
import org.jsmpp.bean.BroadcastSm;
import org.jsmpp.bean.CancelBroadcastSm;
import org.jsmpp.bean.CancelSm;
import org.jsmpp.bean.DataSm;
import org.jsmpp.bean.OptionalParameter;
import org.jsmpp.bean.QueryBroadcastSm;
import org.jsmpp.bean.QuerySm;
import org.jsmpp.bean.ReplaceSm;
import org.jsmpp.bean.SubmitMulti;
import org.jsmpp.bean.SubmitSm;
import org.jsmpp.extra.ProcessRequestException;
import org.jsmpp.session.BroadcastSmResult;
import org.jsmpp.session.DataSmResult;
import org.jsmpp.session.QueryBroadcastSmResult;
import org.jsmpp.session.QuerySmResult;
import org.jsmpp.session.SMPPServerSession;
import org.jsmpp.session.ServerMessageReceiverListener;
import org.jsmpp.session.Session;
import org.jsmpp.session.SubmitMultiResult;
import org.jsmpp.session.SubmitSmResult;
import org.jsmpp.util.MessageId;

/** A message centre that takes submit_sm and declines every other request. */
@FunctionalInterface
interface SubmitOnly extends ServerMessageReceiverListener {

  /** Takes a text and gives its message id. */
  String submitted(SubmitSm text);

  @Override
  default SubmitSmResult onAcceptSubmitSm(SubmitSm text, SMPPServerSession source)
      throws ProcessRequestException {
    try {
      return new SubmitSmResult(new MessageId(submitted(text)), new OptionalParameter[0]);
    } catch (PDUStringException e) {
      throw new ProcessRequestException(e.getMessage(), SMPPConstant.STAT_ESME_RSYSERR, e);
    }
  }

  @Override
  default SubmitMultiResult onAcceptSubmitMulti(SubmitMulti request, SMPPServerSession source)
      throws ProcessRequestException {
    throw declined();
  }

  @Override
  default QuerySmResult onAcceptQuerySm(QuerySm request, SMPPServerSession source)
      throws ProcessRequestException {
    throw declined();
  }

  @Override
  default void onAcceptReplaceSm(ReplaceSm request, SMPPServerSession source)
      throws ProcessRequestException {
    throw declined();
  }

  @Override
  default void onAcceptCancelSm(CancelSm request, SMPPServerSession source)
      throws ProcessRequestException {
    throw declined();
  }

  @Override
  default BroadcastSmResult onAcceptBroadcastSm(BroadcastSm request, SMPPServerSession source)
      throws ProcessRequestException {
    throw declined();
  }

  @Override
  default void onAcceptCancelBroadcastSm(CancelBroadcastSm request, SMPPServerSession source)
      throws ProcessRequestException {
    throw declined();
  }

  @Override
  default QueryBroadcastSmResult onAcceptQueryBroadcastSm(
      QueryBroadcastSm request, SMPPServerSession source) throws ProcessRequestException {
    throw declined();
  }

  @Override
  default DataSmResult onAcceptDataSm(DataSm request, Session source)
      throws ProcessRequestException {
    throw declined();
  }

  private static ProcessRequestException declined() {
    return new ProcessRequestException("not offered here", SMPPConstant.STAT_ESME_RINVCMDID);
  }
}
